// A rehearsal that was kept gives the same again, whatever has become of documents, people and rates, and lies with the version that says what it rehearsed.
import { randomUUID } from "node:crypto";
import { gzipSync } from "node:zlib";
import { beforeAll, describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/temporary";
import { codes, value } from "../../../demo/test-app";
import { edit, type Policy } from "@/core/policy";
import type { App } from "../app";
import { handClock, systemClock } from "../clock";
import { openDatabase } from "../db/open";
import { deleteHistory, keepHistory } from "../histories/store";
import { rebuild } from "../log/rebuild";
import { boardView } from "../policies/board-view";
import { sendToReviewer } from "../policies/commands";
import { inForce, readReferenceData } from "../reference-data";
import {
  deleteKept,
  keepRehearsal,
  keptMaterial,
  keptRehearsal,
  keptRehearsals,
  keptTiming,
  rehearsedAgain,
  type Kept,
} from "./kept";
import { keptLines } from "./kept-view";
import { rehearse, type RehearsedRequest } from "./run";
import { timingFor } from "./timing";

let app: App;
let clock: ReturnType<typeof handClock>;
let raised: Policy;
let request: RehearsedRequest;
const who = (id: string) => readReferenceData(app).directory.person(id)!;
const controller = () => who("benedita-corvo");
const keep = (name: string, rehearsed = request, command = randomUUID()) =>
  keepRehearsal(app, controller(), { name, rehearsed, command });
const only = (id: string) => keptRehearsal(app, id)!;

beforeAll(() => {
  const db = openDatabase(temporaryFolder());
  generateDemo(db, { orders: 80 });
  clock = handClock("2026-03-10T09:10:00.000Z");
  app = { db, clock, wall: systemClock, demo: true };
  const { policy } = inForce(readReferenceData(app), app.clock.now()).find(
    (one) => one.policy.id === "purchase-orders",
  )!;
  raised = {
    ...policy,
    sections: policy.sections.map((section) =>
      section.when === "otherwise" ? edit.moveThreshold(section, 0, 100_000) : section,
    ),
  };
  request = {
    before: { name: "Version 2, in force", policy },
    after: { name: "Version 2, moved", policy: raised },
    from: "2025-03-10",
    until: "2026-03-09",
    history: "own",
    asToday: true,
    takesUnknown: false,
    minutes: 20,
    capacity: 16,
  };
});

describe("a rehearsal that was kept", () => {
  it("is kept once under its name, with what came of it and not with what a page says came of it", () => {
    const command = randomUUID();
    const { id } = value(keep("Raise to 1,000", request, command));
    expect(value(keep("Raise to 1,000", request, command))).toEqual({ id });
    expect(codes(keep("Raise to 1,000"))).toBe("already");
    expect(keptRehearsals(app, "purchase-orders").map(({ name }) => name)).toEqual(["Raise to 1,000"]);
    const [line] = keptLines(app, "purchase-orders");
    expect(line).toMatchObject({ by: "Benedita Corvo", when: "10 Mar 2026", version: null, stays: false, whole: true });
    expect(line!.said).toMatch(/^\d+ approvals a year fewer/);
  });

  it("gives the same again when documents, people and the day have become others", () => {
    const now = value(rehearse(app, controller(), request));
    const then = value(timingFor(app, controller(), "purchase-order", request));
    expect(then.answers.length).toBeGreaterThan(20);
    const { id } = value(keep("Before everything changed"));
    app.db
      .prepare(
        "DELETE FROM document_summary WHERE id IN (SELECT id FROM document WHERE type = 'purchase-order' AND submitted_at >= '2025-03-11' LIMIT 30)",
      )
      .run();
    clock.set("2026-08-12T09:10:00.000Z");
    const anew = value(rehearse(app, controller(), request));
    expect(anew.answer.documents).toBeLessThan(now.answer.documents);
    // How documents had gone stays as it was as well, and is told to whoever reads policies.
    expect(value(keptTiming(app, controller(), id))).toEqual(then);
    clock.set("2026-03-10T09:10:00.000Z");
    expect(codes(keptTiming(app, who("noor-halvorsrud"), id))).toBe("forbidden");
    const again = value(rehearsedAgain(app, controller(), id));
    expect(again.answer).toEqual(now.answer);
    expect(again.labels).toEqual(now.labels);
    clock.set("2026-03-10T09:10:00.000Z");
  });

  it("lies with the version that is sent with its very content, is on its record, and stays there", () => {
    const [first] = keptRehearsals(app, "purchase-orders").filter(({ name }) => name === "Raise to 1,000");
    const other = value(
      keep("Something else", {
        ...request,
        after: { name: "Moved", policy: { ...raised, name: "Purchase orders of ours" } },
      }),
    );
    const sent = { policy: raised, basedOn: 2, note: "Fewer small approvals", reasons: [], from: null, until: null };
    const { version } = value(sendToReviewer(app, controller(), sent, randomUUID()));
    const data = app.db
      .prepare("SELECT data FROM event WHERE type = 'policy version sent' ORDER BY seq DESC LIMIT 1")
      .pluck()
      .get() as string;
    expect((JSON.parse(data) as { rehearsals: string[] }).rehearsals).toContain(first!.id);
    expect((JSON.parse(data) as { rehearsals: string[] }).rehearsals).not.toContain(other.id);
    const review = boardView(app, who("rosalind-amado"), "purchase-orders", version)!.review!;
    expect(review.rehearsals.map(({ name }) => name).toSorted()).toEqual([
      "Before everything changed",
      "Raise to 1,000",
    ]);
    expect(codes(deleteKept(app, controller(), first!.id, randomUUID()))).toBe("already");
    expect(value(deleteKept(app, controller(), other.id, randomUUID()))).toEqual({ id: other.id });
    expect(keptRehearsal(app, other.id)).toBeNull();
    expect(codes(keptMaterial(app, controller(), other.id))).toBe("unknown");
  });

  it("is not shown when what it was put to was changed beside the log", () => {
    const { id } = value(keep("To be changed"));
    const body = gzipSync(JSON.stringify({ material: { documents: [] } }));
    app.db.prepare("UPDATE rehearsal_inputs SET body = ? WHERE id = ?").run(body, id);
    expect(codes(keptMaterial(app, controller(), id))).toBe("changed");
  });

  it("keeps what came of it, and not a row, when the history that it looked at is deleted", () => {
    keepHistory(app, { id: "elsewhere", name: "Elsewhere", broughtBy: "benedita-corvo" }, [], new Map());
    const { id } = value(keep("With elsewhere", { ...request, history: "all" }));
    const { effect } = only(id);
    value(deleteHistory(app, controller(), "elsewhere", randomUUID()));
    expect(only(id)).toMatchObject({ whole: false, effect });
    expect(codes(keptMaterial(app, controller(), id))).toBe("unknown");
  });

  it("is kept by whoever designs or reviews, and read by whoever reads policies", () => {
    const asked = (person: string) =>
      keepRehearsal(app, who(person), { name: `Of ${person}`, rehearsed: request, command: randomUUID() });
    expect(codes(asked("noor-halvorsrud"))).toBe("forbidden");
    expect(codes(asked("tome-cardigos"))).toBe("forbidden");
    expect(asked("rosalind-amado").ok).toBe(true);
    const [{ id, name }] = keptRehearsals(app, "purchase-orders") as [Kept];
    expect(name).toBe("Of rosalind-amado");
    expect(keptMaterial(app, who("tome-cardigos"), id).ok).toBe(true);
    expect(codes(keptMaterial(app, who("noor-halvorsrud"), id))).toBe("forbidden");
  });

  it("is there again when what is read is made of the log anew", () => {
    const before = keptRehearsals(app, "purchase-orders");
    rebuild(app.db);
    expect(keptRehearsals(app, "purchase-orders")).toEqual(before);
  });
});
