// Replaying many documents at once gives for each what routing gives for it alone: same policy, section, band, levels, people and reasons, whoever was away, left or
// came, at whatever rates.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { claim, claimLine, order, versionOf } from "../fixtures";
import {
  organisationOf,
  organisations,
  PEOPLE,
  policies,
  policyOf,
  RATES,
  someone,
  START,
} from "../fixtures/random-world";
import type { AnyDocument } from "../documents";
import { converterOf } from "../money";
import { directoryOf, type Directory, type StandIn } from "../people";
import type { PolicyInput } from "../policy";
import { route } from "../routing";
import {
  columnsOf,
  outcomeOf,
  pastAt,
  pastDocumentOf,
  replay,
  type OrganisationFrom,
  type PastDocument,
} from "./index";

const DAY = 86_400_000;
const iso = (at: number) => new Date(at).toISOString();

/** Few different people and many documents of theirs, so that some stand for others. */
const documents = fc
  .tuple(
    fc.array(
      fc.record({
        requester: someone,
        onBehalfOf: fc.option(someone, { freq: 2 }),
        editedBy: fc.option(someone, { freq: 2 }),
        payee: someone,
        currency: fc.constantFrom("EUR", "EUR", "NOK", "CHF"),
        inPerson: fc.boolean(),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    fc.array(
      fc.record({
        amounts: fc.array(fc.integer({ min: 1, max: 1500 }), { minLength: 1, maxLength: 2 }),
        category: fc.constantFrom("fuel", "deck", "lodging"),
        day: fc.integer({ min: 0, max: 15 }),
        hour: fc.integer({ min: 0, max: 23 }),
        whose: fc.nat(),
      }),
      { minLength: 40, maxLength: 90 },
    ),
  )
  .map(([people, many]) => many.map(({ whose, ...one }) => ({ ...people[whose % people.length]!, ...one })));
type Drawn = typeof documents extends fc.Arbitrary<(infer D)[]> ? D : never;

const standIns = fc.array(
  fc.record({
    kind: fc.constantFrom("absence", "absence", "delegation"),
    person: someone,
    standIn: fc.option(someone),
    from: fc.integer({ min: -2, max: 14 }),
    days: fc.integer({ min: 1, max: 9 }),
    cap: fc.option(fc.integer({ min: 100, max: 1200 })),
  }),
  { maxLength: 6 },
);

/** Rules and settings beyond those of the walks: limits up the line, the requester's own limit, a condition on an amount. */
const further = fc.record({
  climb: fc.option(fc.constantFrom("one by one" as const, "straight" as const)),
  ownLimit: fc.boolean(),
  amountOver: fc.option(fc.integer({ min: 100, max: 1400 })),
  inKroner: fc.boolean(),
});

function furtherPolicy(policy: PolicyInput, drawn: typeof further extends fc.Arbitrary<infer F> ? F : never) {
  const { climb, ownLimit, amountOver, inKroner } = drawn;
  const [first, ...rest] = policy.sections as (typeof policy.sections)[number][];
  const levels = first!.levels.map((level, index) =>
    climb && index === first!.levels.length - 1
      ? { ...level, approvers: { kind: "lineByLimit" as const, climb }, quorum: { kind: "one" as const } }
      : level,
  );
  const large = { minor: amountOver ?? 1, currency: inKroner ? "NOK" : "EUR" };
  const field = policy.documentType === "purchase-order" ? "net" : "gross";
  const when = { kind: "amount" as const, field, is: "over" as const, amount: large };
  const sections = [{ ...first!, levels }, ...rest];
  return {
    ...policy,
    ...(ownLimit && { selfApproval: { rule: "own limit" as const } }),
    sections: amountOver ? [{ ...first!, id: "large", name: "Large", when, levels }, ...sections] : sections,
  } as PolicyInput;
}

function documentOf(drawn: Drawn, type: string): AnyDocument {
  const { requester, onBehalfOf, editedBy, currency, category, amounts, payee } = drawn;
  const base = {
    requester,
    onBehalfOf: onBehalfOf === requester ? null : onBehalfOf,
    ...(editedBy && { editedBy }),
    currency,
    unit: PEOPLE.indexOf(requester) % 2 ? "u1" : "u0",
  };
  if (type === "purchase-order")
    return order(1, { ...base, lines: amounts.map((minor) => ({ ...order(minor).lines[0]!, category })) });
  return claim(
    amounts.map((claimed) => claimLine({ claimed, category: category === "deck" ? "travel" : category })),
    { ...base, payee },
  );
}

/** Every document by itself, with the people of its moment. */
function oneByOne(
  past: readonly { drawn: Drawn; document: AnyDocument; at: string }[],
  version: ReturnType<typeof versionOf>,
  directoryAt: (at: string) => Directory,
  today?: string,
) {
  return past.map(({ drawn, document, at }) =>
    outcomeOf(
      route(document, {
        policies: [version],
        directory: directoryAt(today ?? at),
        rates: RATES,
        ratesOn: at.slice(0, 10),
        inPerson: drawn.inPerson || undefined,
        at: today ?? at,
      }),
    ),
  );
}

describe("documents of the past under a policy", () => {
  it("go where routing sends each of them", () => {
    const met: Record<string, number> = {};
    let saved = 0;
    fc.assert(
      fc.property(
        organisations,
        organisations,
        policies,
        further,
        standIns,
        documents,
        fc.constantFrom("purchase-order", "expense-claim"),
        fc.option(someone),
        (before, after, drawnPolicy, more, away, drawnDocuments, type, leaver) => {
          const version = versionOf(furtherPolicy(policyOf(drawnPolicy, type), more));
          const entries = away
            .filter(({ person, standIn }) => person !== standIn)
            .map(({ from, days, cap, ...one }, index) => ({
              ...one,
              id: `s${index}`,
              from: iso(START + from * DAY),
              until: iso(START + (from + days) * DAY),
              documentTypes: null,
              cap: cap === null ? null : { minor: cap, currency: index % 2 ? "NOK" : "EUR" },
              reason: "",
            })) as StandIn[];
          const left = leaver ? { [leaver]: { until: iso(START + 5 * DAY).slice(0, 10), successor: null } } : {};
          const turned = iso(START + 8 * DAY);
          const people: OrganisationFrom[] = [
            {
              from: iso(START - 30 * DAY),
              directory: directoryOf({ ...organisationOf(before, { standIns: [], left }), standIns: entries }),
            },
            {
              from: turned,
              directory: directoryOf({ ...organisationOf(after, { standIns: [], left }), standIns: entries }),
            },
          ];
          const past = drawnDocuments.map((drawn) => {
            const at = iso(START + drawn.day * DAY + drawn.hour * 3_600_000);
            return { drawn, document: documentOf(drawn, type), at };
          });
          const columns = columnsOf(past.map(({ drawn, document, at }, index) => pastOf(drawn, document, at, index)));
          const then = replay(columns, { versions: [version], organisations: people, rates: RATES });
          const expected = oneByOne(past, version, (at) => people[at < turned ? 0 : 1]!.directory);
          expect(expected.map((_, index) => then.outcomes[then.of[index]!])).toEqual(expected);
          const today = iso(START + 20 * DAY);
          const now = replay(columns, { versions: [version], organisations: [people[1]!], rates: RATES, at: today });
          const asToday = oneByOne(past, version, () => people[1]!.directory, today);
          expect(asToday.map((_, index) => now.outcomes[now.of[index]!])).toEqual(asToday);
          saved += 2 * past.length - then.routed - now.routed;
          for (const outcome of expected) {
            const note = (what: string) => (met[what] = (met[what] ?? 0) + 1);
            note(outcome.outcome);
            for (const hold of outcome.holds) note(hold.why);
            for (const level of outcome.levels) for (const one of level.people) for (const why of one.why) note(why);
          }
        },
      ),
      { numRuns: 300, seed: 20_261_130 },
    );
    // What the worlds had in them; a class that stood for too many would be found only where it matters.
    const wanted =
      "chain, held, no approval needed, no rate, nobody eligible, away, stands in for, holds a delegation of, over their cap, inactive, limit, limit of, is the requester, entered it, edited it last, is paid by it";
    for (const what of wanted.split(", ")) expect([what, (met[what] ?? 0) > 5]).toEqual([what, true]);
    // Some stood for others, or it would be no replay.
    expect(saved).toBeGreaterThan(1000);
  });
});

function pastOf(drawn: Drawn, document: AnyDocument, at: string, index: number): PastDocument {
  const date = at.slice(0, 10);
  const looking = { around: {}, toCurrency: converterOf(RATES, date) };
  return pastDocumentOf(document, { id: `d${index}`, at, date, ...(drawn.inPerson && { inPerson: true }), looking });
}

describe("columns", () => {
  it("give back what was put into them", () => {
    fc.assert(
      fc.property(documents, (drawn) => {
        const past = drawn.map((one, index) => {
          const known = pastOf(one, documentOf(one, "purchase-order"), iso(START + one.day * DAY), index);
          // A file may say less: no category, no amount.
          const { category: _, ...facts } = known.facts;
          return index % 3
            ? { concerns: {}, named: {}, ...known }
            : { concerns: {}, named: {}, ...known, facts, unknown: ["category"] };
        });
        const columns = columnsOf(past);
        expect(past.map((_, index) => pastAt(columns, index))).toEqual(past);
      }),
      { numRuns: 50 },
    );
  });
});
