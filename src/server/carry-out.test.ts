// The one way in which commands are carried out: whether somebody may, whether it was done, all of it or nothing.
import { describe, expect, it, vi } from "vitest";
import { type Result, refusal, refusedFor } from "@/core/refusal";
import { codes, person, testApp, value, type TestApp } from "../../demo/test-app";
import { carryOut, type Command } from "./carry-out";
import { lastSeq } from "./log/log";
import { write } from "./ledger/write";

const VIEW = { person: "rui-tavares", list: "register", name: "Mine", query: "" };

function keeping(
  app: TestApp,
  command: string,
  extra: Partial<Command<string>> = {},
  more: () => Result<string> | null = () => null,
) {
  const rui = person(app, "rui-tavares");
  const stream = "views:rui-tavares";
  return carryOut<string>(
    app,
    rui,
    { command, stream, type: "view kept", barred: () => null, again: ({ type }) => `again: ${type}`, ...extra },
    () => {
      write(app, stream, [{ type: "view kept", data: VIEW }], { actor: rui.id, command });
      return more() ?? { ok: true, value: "done" };
    },
  );
}

describe("carrying out a command", () => {
  it("does it once: the second time says what it came to, and writes nothing", () => {
    const app = testApp();
    expect(value(keeping(app, "c-1"))).toBe("done");
    const after = lastSeq(app.db);
    expect(value(keeping(app, "c-1"))).toBe("again: view kept");
    expect(lastSeq(app.db)).toBe(after);
    expect(value(keeping(app, "c-2"))).toBe("done");
  });

  it("does nothing for who may not, also where it was done before by them", () => {
    const app = testApp();
    value(keeping(app, "c-1"));
    const after = lastSeq(app.db);
    const barred = () => refusal("forbidden", "Not any more");
    expect(codes(keeping(app, "c-1", { barred }))).toBe("forbidden");
    expect(codes(keeping(app, "c-3", { barred }))).toBe("forbidden");
    expect(lastSeq(app.db)).toBe(after);
  });

  it("refuses an id that was used for something else", () => {
    const app = testApp();
    value(keeping(app, "c-1"));
    expect(codes(keeping(app, "c-1", { type: "view dropped" }))).toBe("command used");
    expect(codes(keeping(app, "c-1", { stream: "views:somebody-else" }))).toBe("command used");
    expect(value(keeping(app, "c-1", { stream: null }))).toBe("again: view kept");
  });

  it("undoes all that a refused command has written, and only that where it is part of another", () => {
    const app = testApp();
    const before = lastSeq(app.db);
    const wakes = vi.fn();
    app.wakeWorker = wakes;
    const late = () => refusedFor(refusal("late", "After it has written"));
    expect(codes(keeping(app, "c-1", {}, late))).toBe("late");
    expect([lastSeq(app.db), wakes.mock.calls.length]).toEqual([before, 0]);
    expect(value(keeping(app, "c-1"))).toBe("done");
    const outer = keeping(app, "c-2", {}, () => {
      expect(codes(keeping(app, "c-3", {}, late))).toBe("late");
      return null;
    });
    expect(value(outer)).toBe("done");
    expect(lastSeq(app.db)).toBe(before + 2);
    expect(wakes).toHaveBeenCalledTimes(2);
  });
});
