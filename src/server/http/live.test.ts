// News for open pages: one question to the log for all who listen, and a bound on how many pages of one person do.
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { testApp, testOrder, person, value } from "../../../demo/test-app";
import { enterDocument } from "../documents/commands";
import { lastSeq, newCommandId } from "../log/log";
import { listen } from "./live";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("news", () => {
  it("are told to everybody at once when they begin to listen, then when something has happened, and to nobody who has left", () => {
    const app = testApp();
    const [one, other]: [number[], number[]] = [[], []];
    const stops = [listen(app, "rui-tavares", (seq) => one.push(seq)), listen(app, "una", (seq) => other.push(seq))];
    vi.advanceTimersByTime(5_000);
    const before = lastSeq(app.db);
    expect(new Set(one)).toEqual(new Set([before]));
    value(enterDocument(app, person(app, "noor-halvorsrud"), testOrder(10_000), newCommandId(), false));
    vi.advanceTimersByTime(1_000);
    expect([one.at(-1), other.at(-1)]).toEqual([lastSeq(app.db), lastSeq(app.db)]);
    expect(lastSeq(app.db)).toBeGreaterThan(before);
    stops[1]!();
    const heard = other.length;
    value(enterDocument(app, person(app, "noor-halvorsrud"), testOrder(20_000), newCommandId(), false));
    vi.advanceTimersByTime(1_000);
    expect([one.at(-1), other.length]).toEqual([lastSeq(app.db), heard]);
    stops[0]!();
    expect(vi.getTimerCount()).toBe(0);
  });

  it("are told to twenty pages of one person at most, and again to another when one is closed", () => {
    const app = testApp();
    const stops = Array.from({ length: 20 }, () => listen(app, "ana", () => {}));
    expect([stops.includes(null), listen(app, "ana", () => {})]).toEqual([false, null]);
    const rui = listen(app, "rui", () => {});
    expect(rui).not.toBeNull();
    stops[0]!();
    const again = listen(app, "ana", () => {});
    expect(again).not.toBeNull();
    for (const stop of [...stops.slice(1), rui, again]) stop!();
  });
});
