// What happens by itself: once, in order, also after the server was down, with letters to those it concerns.
import { describe, expect, it } from "vitest";
import type { PolicyInput } from "@/core/policy";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, submit } from "../../../demo/test-books";
import { orderPolicy } from "../../../demo/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { comingUp, moveClock } from "../demo-clock";
import { deskOf } from "../documents/desk";
import { readState } from "../documents/state";
import { newCommandId } from "../log/log";
import { rebuild } from "../log/rebuild";
import { fireTimers, nextDue } from "./timers";

type Level = PolicyInput["sections"][number]["levels"][number];

/** An installation whose orders go to two people, each with their own time; Noor Halvorsrud asks. */
function timed(first: Partial<Level>, second: Partial<Level> = {}): TestApp {
  const app = testApp();
  const level = (id: string, stage: number, people: string[], rest: Partial<Level>): Level => ({
    id,
    name: id === "first" ? "First look" : "Second look",
    stage,
    marks: ["approves"],
    approvers: { kind: "people", people },
    ...rest,
  });
  const policy: PolicyInput = {
    ...orderPolicy,
    id: "timed",
    name: "Timed orders",
    scope: { units: ["engineering"], requesters: { kind: "only", people: ["noor-halvorsrud"] } },
    sections: [
      {
        id: "all",
        name: "All",
        when: "otherwise",
        thresholds: [],
        bands: [{ approval: "required" }],
        levels: [level("first", 1, ["rui-tavares"], first), level("second", 2, ["teodora-lins"], second)],
      },
    ],
  };

  reviewedInForce(app, newCommandId, {
    policy,
    basedOn: 0,
    note: "Times",
    from: "2026-03-10",
    letStand: "Agreed for a trial",
  });
  return app;
}

const HOURS = (amount: number) => ({ amount, unit: "working hours" as const });
const levelOf = (app: TestApp, id: string, level: string) =>
  readState(app.db, id)!.levels.find((one) => one.level === level)!;
const lettersTo = (app: TestApp, who: string) =>
  app.db
    .prepare("SELECT subject FROM letter WHERE recipient = ? ORDER BY id")
    .pluck()
    .all(`${who}@marevia.example`) as string[];

describe("timers", () => {
  it("stand in the order of their moments and fire once each, also when all were missed", () => {
    const reminders: Level["reminders"] = [
      { before: true, after: HOURS(1), to: "approver" },
      { before: false, after: HOURS(1), to: "manager" },
    ];
    const app = timed({ timeLimit: HOURS(4), reminders });
    const { id, number } = submit(app, testOrder(60_000));
    expect(fireTimers(app)).toBe(0);
    expect(nextDue(app)).toMatchObject({ what: `a reminder about ${number}` });
    app.clock.set("2026-03-20T09:00:00.000Z");
    expect(fireTimers(app)).toBe(3);
    expect(fireTimers(app)).toBe(0);
    const told = app.db
      .prepare("SELECT type FROM event WHERE stream = ? AND type IN ('reminded', 'level overdue') ORDER BY seq")
      .pluck()
      .all(`document:${id}`);
    expect(told).toEqual(["reminded", "level overdue", "reminded"]);
    expect(lettersTo(app, "rui-tavares")).toEqual([
      `${number} waits for your decision: Rope, 600.00 EUR`,
      `${number} waits for a decision: Rope`,
    ]);
    expect(lettersTo(app, "marta-quelhas")).toEqual([`${number} waits for a decision: Rope`]);
    expect(lettersTo(app, "noor-halvorsrud")).toEqual([`${number} is late: Rope`]);
    const before = app.db.prepare("SELECT * FROM timer").all();
    rebuild(app.db);
    expect(app.db.prepare("SELECT * FROM timer").all()).toEqual(before);
  });

  it("are gone when the level is decided, withdrawn or sent back", () => {
    const app = timed({ timeLimit: HOURS(4), overdue: "decline" });
    const one = submit(app, testOrder(60_000));
    approve(app, "rui-tavares", one.id);
    app.clock.set("2026-03-20T09:00:00.000Z");
    fireTimers(app);
    expect(levelOf(app, one.id, "first").status).toBe("approved");
    expect(app.db.prepare("SELECT COUNT(*) FROM timer").pluck().get()).toBe(0);
  });

  it("put what is due soonest first on a desk, before what came earlier and has no time limit", () => {
    const app = timed({ timeLimit: HOURS(4) });
    // The policy with times counts from 09:10 on.
    app.clock.set("2026-03-10T08:00:00.000Z");
    const without = submit(app, testOrder(62_000));
    app.clock.set("2026-03-10T12:00:00.000Z");
    const later = submit(app, testOrder(61_000));
    app.clock.set("2026-03-10T09:10:00.000Z");
    const soon = submit(app, testOrder(60_000));
    const desk = deskOf(app, person(app, "rui-tavares")).waiting;
    expect(desk.map((row) => row.id)).toEqual([soon.id, later.id, without.id]);
    expect(desk[0]!.due! < desk[1]!.due!).toBe(true);
  });
});

describe("a clock that is moved", () => {
  it("lets what is planned happen at its own moment, one after the other", () => {
    const app = timed(
      { timeLimit: HOURS(4), overdue: "approve by lapse" },
      { timeLimit: HOURS(2), overdue: "decline" },
    );
    const { id } = submit(app, testOrder(60_000));
    const controller = person(app, "benedita-corvo");
    const first = levelOf(app, id, "first").due!;
    expect(value(comingUp(app, controller))?.at).toBe(first);
    value(moveClock(app, controller, "2026-03-20T09:00:00.000Z", newCommandId()));
    const state = readState(app.db, id)!;
    expect([state.status, state.levels.map((level) => level.status)]).toEqual(["declined", ["lapsed", "declined"]]);
    // The second level was asked when the first lapsed, not when somebody looked: both have their own moments.
    expect(levelOf(app, id, "second").openedAt).toBe(first);
    expect(levelOf(app, id, "second").closedAt).toBe(levelOf(app, id, "second").due);
    expect(codes(moveClock(app, controller, "2026-03-19T09:00:00.000Z", newCommandId()))).toBe("past");
  });
});
