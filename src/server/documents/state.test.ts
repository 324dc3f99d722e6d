// A state is what its events give, whatever was asked for before, undone in between or written by another process.
import { describe, expect, it } from "vitest";
import { evolve, type DocumentEvent, type DocumentState } from "@/core/approval";
import { person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { openDatabase } from "../db/open";
import { eventsOf, newCommandId } from "../log/log";
import { opened } from "../log/sealed";
import { commandDocument, enterDocument } from "./commands";
import { readState, stateAt } from "./state";

function waiting(app: TestApp): string {
  const requester = person(app, "noor-halvorsrud");
  return value(enterDocument(app, requester, testOrder(600_000), newCommandId(), true, true)).id;
}

const withdraw = (app: TestApp, id: string) =>
  commandDocument(app, person(app, "noor-halvorsrud"), id, { type: "withdraw", comment: "" }, newCommandId());

/** The same from the first event on, by nothing but the core. */
function byHand(app: TestApp, id: string, last = Infinity): DocumentState | null {
  return eventsOf(app.db, `document:${id}`)
    .filter(({ version }) => version <= last)
    .map((stored) => opened(app.db, stored))
    .reduce<DocumentState | null>(
      (now, { type, data, time }) => evolve(now, { type, data: JSON.parse(data) as unknown } as DocumentEvent, time),
      null,
    );
}

describe("the state of a document", () => {
  it("is folded from its events at every point, in whichever order it is asked for", () => {
    const app = testApp();
    const id = waiting(app);
    value(withdraw(app, id));
    const last = eventsOf(app.db, `document:${id}`).length;
    for (const at of [last, 1, last, 2, last - 1, 0, last])
      expect([at, stateAt(app.db, id, at)]).toEqual([at, byHand(app, id, at)]);
    expect(readState(app.db, id)).toEqual(byHand(app, id));
    expect(readState(app.db, "po-99999")).toBeNull();
  });

  it("forgets what was undone, and what came in its place is not taken for it", () => {
    const app = testApp();
    const id = waiting(app);
    const before = readState(app.db, id);
    expect(() =>
      app.db.transaction(() => {
        value(withdraw(app, id));
        expect(readState(app.db, id)!.status).toBe("withdrawn");
        throw new Error("undone");
      })(),
    ).toThrow("undone");
    expect(readState(app.db, id)).toEqual(before);
    const level = before!.levels.find(({ status }) => status === "open")!;
    const decline = { type: "decline" as const, level: level.level, revision: 1, comment: "Too dear" };
    value(commandDocument(app, person(app, level.pool[0]!), id, decline, newCommandId(), true));
    expect(readState(app.db, id)!.status).toBe("declined");
  });

  it("has what another process has written", () => {
    const app = testApp();
    const id = waiting(app);
    expect(readState(app.db, id)!.status).toBe("waiting");
    const other = openDatabase(app.folder);
    value(withdraw({ ...app, db: other }, id));
    other.close();
    expect(readState(app.db, id)).toEqual(byHand(app, id));
    expect(readState(app.db, id)!.status).toBe("withdrawn");
  });

  it("cannot be changed by who reads it", () => {
    const app = testApp();
    const state = readState(app.db, waiting(app))!;
    expect(() => state.levels.pop()).toThrow(TypeError);
    expect(() => (state.document.title = "Other")).toThrow(TypeError);
  });
});
