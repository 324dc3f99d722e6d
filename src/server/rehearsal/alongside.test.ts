// A version that runs beside what is in force lists what it would have done otherwise, as documents come, and does nothing to any of them.
import { randomUUID } from "node:crypto";
import { beforeAll, describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/temporary";
import { codes, testOrder, value, type TestApp } from "../../../demo/test-app";
import { submit } from "../../../demo/test-books";
import { edit, type Policy } from "@/core/policy";
import { handClock } from "../clock";
import { openDatabase } from "../db/open";
import { alongsideOf, startAlongside, stopAlongside } from "../policies/alongside";
import { savePolicyVersion } from "../policies/commands";
import { inForce, readReferenceData } from "../reference-data";
import { alongsideView } from "./alongside";
import { rehearse } from "./run";

let app: TestApp;
let before: Policy;
let after: Policy;
const id = "purchase-orders";
const who = (person: string) => readReferenceData(app).directory.person(person)!;
const controller = () => who("benedita-corvo");
const start = (from: string, by = controller(), version = 3) =>
  startAlongside(app, by, id, version, { from, command: randomUUID() });
const view = () => value(alongsideView(app, controller(), id, 3));
const count = (what: string) => app.db.prepare(`SELECT COUNT(*) FROM ${what}`).pluck().get() as number;

beforeAll(() => {
  const folder = temporaryFolder();
  const db = openDatabase(folder);
  generateDemo(db, { orders: 80 });
  app = {
    db,
    clock: handClock("2026-03-10T09:10:00.000Z"),
    wall: handClock("2026-03-10T09:10:00.000Z"),
    demo: true,
    folder,
  };
  before = inForce(readReferenceData(app), app.clock.now()).find(({ policy }) => policy.id === id)!.policy;
  after = {
    ...before,
    sections: before.sections.map((section) =>
      section.when === "otherwise" ? edit.moveThreshold(section, 0, 100_000) : section,
    ),
  };
  value(savePolicyVersion(app, controller(), after, 2, "Try it alongside", randomUUID()));
});

describe("a version beside what is in force", () => {
  it("is started by whoever writes policies, once, and is not what is in force itself", () => {
    expect(codes(start("2026-01-05", who("rosalind-amado")))).toBe("forbidden");
    expect(codes(start("2026-01-05", controller(), 2))).toBe("already");
    expect(codes(start("2026-01-05", controller(), 9))).toBe("unknown");
    expect(codes(alongsideView(app, controller(), id, 3))).toBe("unknown");
    expect(value(start("2026-01-05"))).toEqual({ from: "2026-01-05" });
    expect(codes(start("2026-01-06"))).toBe("already");
  });

  it("says what a rehearsal of the same days says, by week and the latest first", () => {
    const rehearsed = value(
      rehearse(app, controller(), {
        before: { name: "", policy: before },
        after: { name: "", policy: after },
        from: "2026-01-05",
        until: "2026-03-10",
        history: "own",
        asToday: false,
        takesUnknown: false,
        minutes: 20,
        capacity: 16,
      }),
    ).answer;
    const { lines, weeks, said } = view();
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.map((line) => line.id).toSorted()).toEqual(rehearsed.differs.map((one) => one.id).toSorted());
    expect(lines.map(({ day }) => day)).toEqual(
      lines
        .map(({ day }) => day)
        .toSorted()
        .toReversed(),
    );
    expect(weeks.reduce((sum, { differing }) => sum + differing, 0)).toBe(lines.length);
    expect(weeks.reduce((sum, { approvals }) => sum + approvals, 0)).toBe(
      rehearsed.after.all.approvals - rehearsed.before.all.approvals,
    );
    // From Monday 5 January to that of 10 March, quiet weeks too.
    expect(weeks).toHaveLength(10);
    for (const { monday } of weeks) expect(new Date(monday).getUTCDay()).toBe(1);
    expect(said).toBe(
      `Of ${rehearsed.documents} orders since 5 Jan 2026, ${lines.length} ${lines.length === 1 ? "order" : "orders"} would have gone another way.`,
    );
  });

  it("lists a document as soon as it is sent, which goes its way as if there were no such version", () => {
    const known = view().lines.length;
    const sent = submit(app, testOrder(80_000, { requester: "noor-halvorsrud" }));
    expect(sent.status).toBe("waiting");
    expect(sent.route!.policy).toMatchObject({ id, version: 2 });
    const [letters, holds, log] = [count("letter"), count("hold"), count("event")];
    const { lines } = view();
    expect(lines).toHaveLength(known + 1);
    expect(lines.find((line) => line.id === sent.id)).toMatchObject({
      day: "2026-03-10",
      minor: 80_000,
      said: ["− Line manager"],
    });
    // Looking writes nothing: no letter, no hold, nothing in the log.
    expect([count("letter"), count("hold"), count("event")]).toEqual([letters, holds, log]);
  });

  it("is over when it is stopped, and what it found until then stays", () => {
    const stop = (by = controller()) => stopAlongside(app, by, id, 3, randomUUID());
    expect(codes(stop(who("rosalind-amado")))).toBe("forbidden");
    const known = view().lines.length;
    expect(value(stop())).toEqual({ until: "2026-03-10" });
    expect(codes(stop())).toBe("unknown");
    app.clock.set("2026-03-11T09:10:00.000Z");
    submit(app, testOrder(80_000, { requester: "noor-halvorsrud" }));
    expect(view().lines).toHaveLength(known);
    expect(alongsideOf(app, id, 3)).toMatchObject({ from: "2026-01-05", until: "2026-03-10", by: "benedita-corvo" });
  });
});
