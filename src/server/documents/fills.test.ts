// What is proposed where a level asks for fields a second time: what the same line said before, wherever it stands now.
import { expect, it } from "vitest";
import { FieldChangeSchema, changeField } from "../fields/commands";
import { newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";
import { reviewedInForce } from "../../../demo/put-in-force";
import { codes, emptyApp, person, value } from "../../../demo/test-app";
import { command, submit } from "../../../demo/test-books";
import { cerroBajo, enterAccount, mirrorOrder, oneSection } from "../../../demo/test-observatory";
import { viewInClear } from "./queries";
import { sheetFor } from "./sheet";

it("is what each line said that is still there, and nothing for those that are new or another", () => {
  const app = emptyApp(cerroBajo, "2026-09-05T12:00:00.000Z");
  const who = (id: string) => person(app, id);
  const field = { type: "save field", key: null, kind: "text", part: "line", by: "approvers", on: ["purchase-order"] };
  value(
    changeField(app, who("rayen"), FieldChangeSchema.parse({ ...field, name: "account", place: 0 }), newCommandId()),
  );
  const level = (id: string, stage: number, people: string, more: object = {}) => ({
    id,
    name: id,
    stage,
    marks: ["approves"],
    approvers: { kind: "people", people: [people, "consejo"] },
    ...more,
  });
  const policy = oneSection("purchase-order", "net", [
    level("first", 1, "lautaro", { fills: [{ field: "own_account", needed: true }] }),
    level("second", 2, "millaray"),
  ]);
  const plan = { policy, basedOn: 0, note: "First", from: "2026-09-05", letStand: "Small house" };
  reviewedInForce(app, newCommandId, plan, ["rayen", "antu"]);
  enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { email: "a@vidrios.example" });
  app.clock.set("2026-09-06T15:00:00.000Z");
  const [one] = mirrorOrder().lines;
  const lines = (...names: string[]) => names.map((description) => ({ ...one!, description }));
  const order = { ...mirrorOrder(), lines: lines("Mirror", "Cell", "Bolt") };
  const { id } = submit(app, order);
  const fills = () => {
    const { directory } = readReferenceData(app);
    const visit = { app, person: who("lautaro"), directory, zone: "America/Santiago", now: app.clock.now() };
    return sheetFor(visit, value(viewInClear(app, who("auditora"), id))).asked!.fills!;
  };
  expect(fills()).toMatchObject({ before: {}, lines: [{ line: 1 }, { line: 2 }, { line: 3 }] });
  const say = (by: string, what: object) => command(app, by, id, { revision: 1, comment: "So", ...what } as never);
  const approve = { type: "approve", level: "first" };
  expect(codes(say("lautaro", { ...approve, filled: { own_account: { 1: "6101", 2: "6102" } } }))).toBe("field");
  value(say("lautaro", { ...approve, filled: { own_account: { 1: "6101", 2: "6102", 3: "6103" } } }));
  value(say("millaray", { type: "send back", level: "second" }));
  value(command(app, "nehuen", id, { type: "submit", document: { ...order, lines: lines("Bolt", "Nut", "Mirror") } }));
  expect(fills().before).toEqual({ own_account: { 1: "6103", 3: "6101" } });
  expect(fills().lines.map(({ line, said }) => [line, said.split(",")[0]])).toEqual([
    [1, "Bolt"],
    [2, "Nut"],
    [3, "Mirror"],
  ]);
});
