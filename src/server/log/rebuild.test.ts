// Tables made again after an update, with others' work in between: the same as at once, whole or not at all.
import { describe, expect, it } from "vitest";
import { booksApp, submit } from "../../../demo/test-books";
import { testOrder } from "../../../demo/test-app";
import { lastSeq } from "./log";
import { dumpProjections, rebuildInParts } from "./rebuild";

describe("tables made again in parts", () => {
  it("come out as they were, with progress up to the last event and others' turns in between", async () => {
    const app = booksApp();
    submit(app, testOrder(60_000));
    const before = dumpProjections(app.db);
    app.db.exec("DELETE FROM control_mark; DELETE FROM waiting");
    const progress: number[] = [];
    let turns = 0;
    setImmediate(() => (turns += 1));
    await rebuildInParts(app.db, (last) => void progress.push(last));
    expect(dumpProjections(app.db)).toEqual(before);
    expect(progress.at(-1)).toBe(lastSeq(app.db));
    expect([...progress].sort((a, b) => a - b)).toEqual(progress);
    expect(turns).toBe(1);
  });

  it("stay as they were when it comes to nothing", async () => {
    const app = booksApp();
    submit(app, testOrder(60_000));
    const before = dumpProjections(app.db);
    const stopped = rebuildInParts(app.db, () => {
      throw new Error("stopped");
    });
    await expect(stopped).rejects.toThrow("stopped");
    expect(dumpProjections(app.db)).toEqual(before);
    expect(app.db.inTransaction).toBe(false);
  });
});
