/** For the test that kills it: submits and approves orders without end and prints each command's id once it is done. */
import fs from "node:fs";
import { openDatabase } from "@/server/db/open";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { systemClock } from "@/server/clock";
import { newCommandId } from "@/server/log/log";
import { readWorld } from "@/server/world";
import type { PurchaseOrder } from "@/core/documents";

const db = openDatabase(process.argv[2]!);
const app = { db, clock: systemClock, demo: true };
const person = (id: string) => readWorld(db).directory.person(id)!;
const acknowledge = (command: string) => fs.writeSync(1, `${command}\n`);
const order = JSON.parse(fs.readFileSync("demo/examples/order.json", "utf8")) as PurchaseOrder;

for (;;) {
  const [enter, submit, approve] = [newCommandId(), newCommandId(), newCommandId()];
  const draft = enterDocument(app, person(order.requester), order, enter);
  if (!draft.ok) throw new Error(draft.refusals[0]?.message);
  acknowledge(enter);
  const { id } = draft.value;
  if (commandDocument(app, person(order.requester), id, { type: "submit", document: order }, submit).ok)
    acknowledge(submit);
  if (
    commandDocument(
      app,
      person("rui-tavares"),
      id,
      { type: "approve", level: "line-manager", revision: 1, comment: "" },
      approve,
    ).ok
  )
    acknowledge(approve);
}
