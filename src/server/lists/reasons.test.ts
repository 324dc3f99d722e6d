// Reasons that the organisation keeps: chosen by whoever declines, sends back, holds or releases, kept by their key, and said by what they were called then.
import { describe, expect, it } from "vitest";
import { sayRecorded } from "@/core/audit-narrative";
import { sayHeld } from "@/core/words";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { command, submit } from "../../../demo/test-books";
import { ours, python } from "../../../demo/test-evidence";
import { deskOf } from "../documents/desk";
import { namesFor } from "../documents/names";
import { viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { readState } from "../documents/state";
import { evidenceOf, zipped } from "../evidence/files";
import { releaseMany } from "../holds/board";
import { eventsOf, newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { readReferenceData } from "../reference-data";
import { ListChangeSchema, changeList } from "./commands";

const keep = (app: TestApp, change: object) =>
  value(changeList(app, person(app, "benedita-corvo"), ListChangeSchema.parse(change), newCommandId()));
const say = (app: TestApp, id: string, type: "decline" | "send back" | "approve", more: object) =>
  command(app, "rui-tavares", id, { type, level: "line-manager", revision: 1, comment: "", ...more });
const waiting = (app: TestApp) => submit(app, testOrder(100_000)).id;
const message = (result: ReturnType<typeof command>) => result.ok || result.refusals.map((one) => one.message).join();
const view = (app: TestApp, id: string) => value(viewDocument(app, person(app, "tome-cardigos"), id));
const letter = (app: TestApp, id: string) =>
  app.db.prepare("SELECT body FROM letter WHERE document = ? ORDER BY id DESC LIMIT 1").pluck().get(id) as string;

describe("a reason from its list", () => {
  it("declines and sends back without a further word, where one is needed; what its list has not is refused, and so is one for an approval", () => {
    const app = testApp();
    const id = waiting(app);
    expect(message(say(app, id, "decline", {}))).toContain("Say why in the comment");
    expect(message(say(app, id, "decline", { listed: "Too late" }))).toBe(
      "There is no reason to decline “Too late”; the lists under Settings say what there is",
    );
    // A key of another list is none of this one.
    expect(codes(say(app, id, "decline", { listed: "Attachment missing" }))).toBe("invalid");
    expect(codes(say(app, id, "decline", { listed: "__proto__" }))).toBe("invalid");
    keep(app, { type: "end entry", list: "decline-reasons", key: "Not needed", lastDay: "2026-03-09" });
    expect(message(say(app, id, "decline", { listed: "Not needed" }))).toBe(
      "The reason to decline Not needed ended on 9 Mar 2026",
    );
    const declined = value(say(app, id, "decline", { listed: "Not in the budget" }));
    expect(declined.status).toBe("declined");
    expect(declined.levels[0]!.decisions[0]).toMatchObject({
      comment: "",
      listed: { list: "decline-reasons", key: "Not in the budget", at: app.clock.now() },
    });
    expect(message(say(app, waiting(app), "approve", { listed: "Not in the budget", comment: "Yes" }))).toBe(
      "A reason from a list is given for declining or sending back, and not for an approval",
    );
  });

  it("is read on the desk, in letters and on the record, by the name it had; renamed, nothing of it changes", async () => {
    const app = testApp();
    const id = waiting(app);
    // It was called otherwise when the order was sent in.
    app.clock.set("2026-03-10T10:10:00.000Z");
    keep(app, { type: "save entry", list: "send-back-reasons", key: "Amount unclear", name: "Which amount" });
    app.clock.set("2026-03-10T11:10:00.000Z");
    value(say(app, id, "send back", { listed: "Amount unclear", comment: "line 1" }));
    expect(deskOf(app, person(app, "noor-halvorsrud")).returned[0]!.words).toBe("Which amount: line 1");
    expect(letter(app, id)).toContain("Which amount: line 1");
    const events = () => eventsOf(app.db, `document:${id}`);
    const before = events();
    const recorded = () => {
      const { thread, state, version } = view(app, id);
      return sayRecorded(
        thread.find(({ type }) => type === "sent back")!,
        namesFor(readReferenceData(app), state, version),
      );
    };
    expect(recorded()).toContain("“Which amount: line 1”");
    app.clock.set("2026-03-10T12:10:00.000Z");
    keep(app, { type: "save entry", list: "send-back-reasons", key: "Amount unclear", name: "Unclear" });
    keep(app, { type: "end entry", list: "send-back-reasons", key: "Amount unclear", lastDay: "2026-03-09" });
    expect(recorded()).toContain("“Which amount: line 1”");
    expect(events()).toEqual(before);
    expect(recomputed(app, view(app, id))?.differences).toEqual([]);
    const bytes = zipped(new Map(await evidenceOf(app, view(app, id))));
    expect([ours(bytes), python(bytes)]).toEqual([[], []]);
    const dumped = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(dumped);
  });

  it("holds and releases, one or many, and stands on the hold and its end", () => {
    const app = testApp();
    const id = waiting(app);
    const hold = (more: object) =>
      command(app, "tamsin-roque", id, { type: "place hold", reason: "", blocks: ["send"], ...more });
    expect(codes(hold({}))).toBe("comment required");
    expect(codes(hold({ listed: "Not needed" }))).toBe("invalid");
    value(hold({ listed: "Price in dispute" }));
    value(hold({ listed: "Price in dispute", reason: "second offer is out" }));
    const names = () => namesFor(readReferenceData(app), readState(app.db, id)!);
    const holds = () => readState(app.db, id)!.holds;
    expect(holds().map((one) => sayHeld(one, names()))).toEqual([
      "Price in dispute",
      "Price in dispute: second offer is out",
    ]);
    const all = holds().map((one) => ({ document: id, hold: one.id }));
    const release = (why: { reason: string; listed?: string }) =>
      releaseMany(app, person(app, "vicente-lourosa"), all, why, newCommandId());
    expect(codes(release({ reason: " " }))).toBe("comment required");
    expect(value(release({ reason: "", listed: "Not needed" })).refused).toHaveLength(2);
    expect(value(release({ reason: "", listed: "Agreed with the supplier" }))).toEqual({ released: 2, refused: [] });
    expect(holds()[0]!.released?.why).toEqual({
      code: "said",
      values: { said: "", listed: { list: "release-reasons", key: "Agreed with the supplier", at: app.clock.now() } },
    });
  });
});
