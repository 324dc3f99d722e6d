// Two versions are put to what comes under them: those documents and no others, each as replaying gives it, and what is not known is counted.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { columnsIn, worlds } from "../fixtures/random-past";
import { figuresOf, loadOf, rehearsalOf, replay, type PastDocument } from "./index";

const MINUTES = { usual: 20, byLevel: {} };

describe("a rehearsal", () => {
  it("has the figures of the documents that come under either version, and lists those that differ by value", () => {
    const met = { under: 0, differing: 0 };
    fc.assert(
      fc.property(worlds, (world) => {
        const [version] = world.asTheyWere.versions;
        const { organisations, rates } = world.asTheyWere;
        const documents = world.sent.map(({ past }) => past);
        const policy = version!.policy;
        // Nobody is asked any more in the second version.
        const sections = policy.sections.map((one) => ({
          ...one,
          levels: one.levels.map((level) => ({ ...level, marks: level.marks.map(() => "none" as const) })),
          bands: one.bands.map(() => ({ approval: "none" as const })),
        }));
        const after = { ...policy, sections };
        const given = { documents, rates, organisations, at: null, others: [], takesUnknown: false };
        const answer = rehearsalOf(given).compare(policy, after, MINUTES, 5);
        const replayed = replay(columnsIn(world), world.asTheyWere);
        const outcomes = documents.map((_, index) => replayed.outcomes[replayed.of[index]!]!);
        const under = outcomes.filter((one) => one.policy === policy.id);
        met.under += under.length;
        met.differing += answer.differing;
        expect(answer.documents).toBe(under.length);
        expect(answer.before.all.approvals).toBe(
          under.reduce((sum, outcome) => sum + loadOf(outcome, MINUTES).approvals, 0),
        );
        expect(answer.after.all.approvals).toBe(0);
        expect(answer.differs.length).toBe(Math.min(5, answer.differing));
        for (const { index, id } of answer.differs) expect(documents[index]!.id).toBe(id);
        const values = answer.differs.map(({ minor }) => minor ?? -1);
        expect(values).toEqual([...values].sort((a, b) => b - a));
        expect(answer.untold).toEqual({ documents: 0, fields: [] });
      }),
      { numRuns: 40 },
    );
    expect(Math.min(met.under, met.differing)).toBeGreaterThan(50);
  });

  it("counts documents of which too little is known, and takes it as not met where that is asked for", () => {
    fc.assert(
      fc.property(worlds, (world) => {
        const [version] = world.asTheyWere.versions;
        const { organisations, rates } = world.asTheyWere;
        const when = { kind: "text" as const, field: "title", is: "containing" as const, value: "nowhere" };
        const policy = {
          ...version!.policy,
          sections: [
            { ...version!.policy.sections[0]!, id: "titled", name: "Titled", when },
            ...version!.policy.sections,
          ],
        };
        const documents = world.sent.map(({ past }): PastDocument => {
          const { title: _, ...facts } = past.facts;
          return { ...past, facts, unknown: ["title"] };
        });
        const rehearse = (takesUnknown: boolean) =>
          rehearsalOf({ documents, rates, organisations, at: null, others: [], takesUnknown }).compare(
            policy,
            null,
            MINUTES,
            5,
          );
        const [held, taken] = [rehearse(false), rehearse(true)];
        expect(held.untold.documents).toBe(held.before.held.get("section cannot be told")?.documents ?? 0);
        if (held.untold.documents > 0) expect(held.untold.fields).toEqual(["title"]);
        expect(taken.untold).toEqual(held.untold);
        expect(taken.before.held.has("section cannot be told")).toBe(false);
        // Taken as not met they go where they go without that section.
        const plain = figuresOf(columnsIn(world), replay(columnsIn(world), world.asTheyWere), MINUTES);
        expect(taken.before.all.approvals).toBe(plain.all.approvals);
      }),
      { numRuns: 40 },
    );
  });
});
