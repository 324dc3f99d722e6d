import { describe, expect, it } from "vitest";
import type { FindingBody, QuestionName } from "@/core/lookout";
import { activityIn } from "@/server/lookout/activity";
import { find, stretchOfLook } from "@/server/lookout/look";
import { partiesBehind } from "@/server/lookout/parties";
import { readReferenceData } from "@/server/reference-data";
import { demoApp } from "./test-demo";

/** Who does what is to be found, in a history of any size. */
const PLANTED = ["amadeu-lobato", "gil-varandas", "sancho-merlo"];

describe("what lies in the history of Marévia Lines", () => {
  const app = demoApp(240);
  const { findings, documents, decisions } = find(app, stretchOfLook(app));
  const of = <Name extends QuestionName>(name: Name) =>
    findings.filter((one): one is Extract<FindingBody, { question: Name }> => one.question === name);

  it("is looked through whole: every document that was sent in eighteen months, and every decision on them", () => {
    const sent = "SELECT count(*) FROM document WHERE submitted_at >= ?";
    const { from } = stretchOfLook(app);
    expect(documents).toBe(app.db.prepare(sent).pluck().get(from));
    const decided = `SELECT count(*) FROM event e JOIN document d ON e.stream = 'document:' || d.id
      WHERE d.submitted_at >= ? AND e.type IN ('approval given', 'approval refused', 'sent back', 'returned')`;
    expect(decisions).toBe(app.db.prepare(decided).pluck().get(from));
  });
  it("gives invoices that came twice as pairs of the same amount whose numbers look the same, and nothing that chance made beside them", () => {
    const pairs = of("duplicates");
    expect(pairs.length).toBeGreaterThanOrEqual(4);
    for (const { figures } of pairs) expect(figures).toMatchObject({ likeness: "looks the same", sameAmount: true });
    const byChance = findings.filter(({ corrected, question }) => corrected !== null && question !== "duplicates");
    expect(byChance.filter(({ people }) => !PLANTED.some((person) => people.includes(person)))).toEqual([]);
  });
  it("is read with what stands beside the documents: releases by hand, what came in, what was paid and by whom, lapses, accounts", () => {
    const { beside, documents: read } = activityIn(app, stretchOfLook(app));
    const { from } = stretchOfLook(app);
    const count = (sql: string) => app.db.prepare(sql).pluck().get(from) as number;
    const acts = (kind: string) => beside.acts.filter((act) => act.kind === kind);
    expect(acts("release")).toHaveLength(
      count(`SELECT count(*) FROM event e JOIN document d ON e.stream = 'document:' || d.id
             WHERE d.submitted_at >= ? AND e.type = 'hold released' AND e.data ->> '$.how' = 'person'`),
    );
    expect(acts("pay")).toHaveLength(
      count(
        "SELECT count(*) FROM event e JOIN document d ON e.stream = 'document:' || d.id WHERE d.submitted_at >= ? AND e.type = 'paid'",
      ),
    );
    expect(acts("receive").length).toBeGreaterThan(0);
    for (const { document, person } of [...acts("pay"), ...acts("receive"), ...acts("release")]) {
      expect(read.ids[document]).toBeDefined();
      expect(readReferenceData(app).directory.person(person)).toBeDefined();
    }
    expect(beside.lapses).toHaveLength(count("SELECT count(*) FROM event WHERE time >= ? AND type = 'level lapsed'"));
    const banks = beside.accounts.filter(({ kind }) => kind === "bank");
    expect(banks.map(({ party, person, checked }) => [party, person, checked])).toEqual([
      ["Cabedelo Fenders", "albertina-fragoso", true],
      ["Skarnes Dock", "albertina-fragoso", true],
    ]);
    expect(beside.limits.every(({ limit, amounts }) => limit > 0 && amounts.every((one) => one >= 0))).toBe(true);
  });
  it("is told of parties behind one bank account or address, however the address is written", () => {
    const both = ["Cabedelo Fenders", "Skarnes Dock"];
    expect(partiesBehind(app)).not.toContainEqual(both);
    const set = "UPDATE account SET fields = json_set(fields, '$.address', ?) WHERE name = ?";
    app.db.prepare(set).run("7 Quay Row, Wenholt", "Skarnes Dock");
    app.db.prepare(set).run("7 quay row wenholt", "Cabedelo Fenders");
    expect(partiesBehind(app)).toContainEqual(both);
  });
});
