import { describe, expect, it } from "vitest";
import type { FindingBody, QuestionName } from "@/core/lookout";
import { find, stretchOfLook } from "@/server/lookout/look";
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
});
