/**
 * `npm run bench -- rehearsal`: replaying a million documents of the past, each speed beside what was promised and beside a peer in the same run. Building the columns
 * is told by itself, since it is done once for a history and not for a version.
 */
import { Engine } from "json-rules-engine";
import { directoryOf, type Organisation } from "@/core/people";
import { PolicySchema, cutOf, type Policy, type PolicyVersion, type Section } from "@/core/policy";
import {
  columnsOf,
  costCurve,
  figuresOf,
  movableOf,
  movedTo,
  placedIn,
  replay,
  suggested,
  type Columns,
  type MinutesOf,
  type PastDocument,
  type Under,
} from "@/core/rehearsal";
import { marevia } from "../demo/organisation";
import { seeded } from "../demo/random";

const SIZES = [10_000, 100_000, 1_000_000];
const PEOPLE = 1000;
const CATEGORIES = Array.from({ length: 40 }, (_, index) => `category-${index}`);
const random = seeded(7);

/** 20 sections of five bands, a hundred rules; each asks up to three levels. */
function policy(): Policy {
  const bands = [500, 2_500, 10_000, 50_000];
  return PolicySchema.parse({
    id: "bench",
    name: "Bench",
    documentType: "purchase-order",
    scope: { units: ["marevia"] },
    currency: "EUR",
    measure: { kind: "net" },
    sections: Array.from({ length: 20 }, (_, section) => ({
      id: `section-${section}`,
      name: `Section ${section}`,
      when:
        section === 19
          ? "otherwise"
          : { kind: "choice", field: "category", is: "one of", values: CATEGORIES.slice(section * 2, section * 2 + 2) },
      thresholds: bands.map((major) => ({ amount: major * 100 + section * 100, exact: "below" })),
      bands: Array.from({ length: 5 }, (_, band) => ({ approval: band === 0 ? "none" : "required" })),
      levels: [
        { id: "manager", name: "Manager", stage: 1, marks: ladder(1), approvers: { kind: "manager", up: 1 } },
        { id: "head", name: "Head", stage: 2, marks: ladder(2), approvers: { kind: "headOfUnit", up: 0 } },
        { id: "above", name: "Above", stage: 3, marks: ladder(3), approvers: { kind: "manager", up: 2 } },
      ],
    })),
  });
}

const ladder = (from: number, bands = 5) =>
  Array.from({ length: bands }, (_, band) => (band >= from ? ("approves" as const) : ("none" as const)));

/** A thousand people in forty units, a third of whom are away once in the year. */
function organisation(): Organisation {
  const heads = marevia.people.filter(({ roles }) => roles.includes("approver")).map(({ id }) => id);
  const units = Array.from({ length: 40 }, (_, index) => ({
    ...marevia.units[0]!,
    id: `unit-${index}`,
    name: `Unit ${index}`,
    parent: "marevia",
    head: heads[index % heads.length]!,
  }));
  const people = Array.from({ length: PEOPLE }, (_, index) => ({
    ...marevia.people[0]!,
    id: `person-${index}`,
    name: `Person ${index}`,
    unit: `unit-${index % 40}`,
    manager: heads[index % heads.length]!,
  }));
  const standIns = heads.map((person, index) => ({
    id: `away-${index}`,
    kind: "absence" as const,
    person,
    standIn: heads[(index + 1) % heads.length]!,
    from: `2025-${String(1 + (index % 12)).padStart(2, "0")}-05T08:00:00.000Z`,
    until: `2025-${String(1 + (index % 12)).padStart(2, "0")}-19T08:00:00.000Z`,
    documentTypes: null,
    cap: null,
    reason: "",
  }));
  return { ...marevia, units: [...marevia.units, ...units], people: [...marevia.people, ...people], standIns };
}

function documents(count: number): PastDocument[] {
  return Array.from({ length: count }, (_, index): PastDocument => {
    const person = random.int(0, PEOPLE - 1);
    const at = Date.parse("2025-01-01T08:00:00.000Z") + random.int(0, 364) * 86_400_000;
    const net = { minor: Math.round(Math.exp(5 + random.next() * 11)), currency: "EUR" };
    const date = new Date(at).toISOString();
    return {
      id: `d${index}`,
      documentType: "purchase-order",
      requester: `person-${person}`,
      unit: `unit-${person % 40}`,
      at: date,
      date: date.slice(0, 10),
      facts: { category: random.pick(CATEGORIES) },
      measures: { net },
    };
  });
}

const version: PolicyVersion = {
  policy: policy(),
  version: 1,
  hash: "",
  savedBy: "x",
  savedAt: "2025-01-01T00:00:00.000Z",
  note: "",
  inForceFrom: "2025-01-01T00:00:00.000Z",
  putInForceBy: "x",
};
const under: Under = {
  versions: [version],
  organisations: [{ from: "2020-01-01T00:00:00.000Z", directory: directoryOf(organisation()) }],
  rates: [],
};

/** The best of several, in milliseconds: what else the machine does only ever adds to it. */
function fastest(times: number, run: () => unknown): number {
  let best = Infinity;
  for (let time = 0; time < times; time += 1) {
    const start = performance.now();
    run();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

const perSecond = (count: number, ms: number) => `${(count / ms / 1000).toFixed(1)} million a second`;
const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(0)} MB`;

/** The same table as rules of the peer: first match by priority. @returns milliseconds a document */
async function peer(sample: readonly PastDocument[]): Promise<number> {
  const engine = new Engine([], { allowUndefinedFacts: true });
  version.policy.sections.forEach((section, s) =>
    section.bands.forEach((_, band) => {
      const [from, to] = [section.thresholds[band - 1], section.thresholds[band]];
      const all = [
        ...(from ? [{ fact: "net", operator: "greaterThanInclusive", value: cutOf(from) }] : []),
        ...(to ? [{ fact: "net", operator: "lessThan", value: cutOf(to) }] : []),
        ...(section.when !== "otherwise" && section.when.kind === "choice"
          ? [{ fact: "category", operator: "in", value: section.when.values }]
          : []),
      ];
      engine.addRule({ conditions: { all }, priority: 100 - s, event: { type: `${section.id}/${band}` } });
    }),
  );
  engine.on("success", () => void engine.stop());
  const ours = placedIn(columnsOf(sample), under);
  const start = performance.now();
  for (const [index, one] of sample.entries()) {
    const { events } = await engine.run({ net: one.measures.net!.minor, category: one.facts.category });
    const place = ours.places[ours.place[index]!]!;
    if (events[0]!.type !== `${place.section}/${ours.band[index]!}`)
      throw new Error(`The peer says ${events[0]!.type}`);
  }
  return (performance.now() - start) / sample.length;
}

/** What is fastest at all: the band of each cell filled in beforehand, one look for each document. */
function filledTable(columns: Columns): number {
  const category = columns.facts.category!.codes;
  const minor = columns.measures.net!.minor;
  const cells = 4096;
  const table = new Uint8Array(CATEGORIES.length * cells).map((_, index) => index % 5);
  const found = new Uint8Array(columns.count);
  return fastest(5, () => {
    for (let index = 0; index < columns.count; index += 1)
      found[index] = table[category[index]! * cells + Math.min(cells - 1, minor[index]! >> 10)]!;
  });
}

/** The documents themselves are let go, so that nobody has to clear them away while others are measured. */
function columnsFor(count: number): { columns: Columns; built: number } {
  const past = documents(count);
  let columns!: Columns;
  const built = fastest(1, () => (columns = columnsOf(past)));
  return { columns, built };
}

/** What the figures of the columns take, without the ids of documents. */
function bytesOf({ at, day, who, concerns, named, amounts, facts, measures }: Columns): number {
  const columns = [day, who, concerns, named, ...Object.values(facts)];
  const money = [...Object.values(amounts), ...Object.values(measures)];
  return (
    at.byteLength +
    columns.reduce((sum, { codes }) => sum + codes.byteLength, 0) +
    money.reduce((sum, { minor, currency }) => sum + minor.byteLength + currency.byteLength, 0)
  );
}

/** Better thresholds for a goal: sixty round amounts, up to six bands. */
function benchSuggesting(columns: Columns, minutes: MinutesOf): void {
  const six = 6;
  const section: Section = {
    ...version.policy.sections[19]!,
    thresholds: [500, 2_500, 10_000, 50_000, 200_000].map((major) => ({ amount: major * 100, exact: "below" })),
    bands: Array.from({ length: six }, (_, band) => ({ approval: band === 0 ? "none" : "required" })),
    levels: version.policy.sections[19]!.levels.map((level, index) => ({ ...level, marks: ladder(index + 1, six) })),
  };
  const single: Under = { ...under, versions: [{ ...version, policy: { ...version.policy, sections: [section] } }] };
  const movable = movableOf(columns, single, "bench", section, minutes);
  const [least, most] = [Math.log(1_000), Math.log(8_000_000)];
  const candidates = Array.from({ length: 60 }, (_, index) =>
    Math.round(Math.exp(least + ((most - least) * index) / 59)),
  );
  const goal = { seenBy: "head", share: 0.8, hours: null, mostBands: 4 };
  const one = fastest(5, () => suggested(movable, candidates, goal));
  const curve = fastest(3, () => costCurve(movable, candidates, goal));
  console.log(
    `  thresholds suggested among 60 amounts and 6 bands: ${one.toFixed(0)} ms (promised: 100 ms); the whole curve of what more control costs: ${curve.toFixed(0)} ms`,
  );
}

/** Prints all of it. */
export async function benchRehearsal(): Promise<void> {
  const sample = documents(1_000);
  const ofPeer = await peer(sample);
  console.log(`Section and band of ${sample.length} documents: the same as json-rules-engine says.\n`);
  for (const count of SIZES) {
    const { columns, built } = columnsFor(count);
    console.log(
      `${count.toLocaleString("en")} documents, columns of ${megabytes(bytesOf(columns))} built in ${built.toFixed(0)} ms`,
    );
    const placed = fastest(5, () => placedIn(columns, under));
    const table = filledTable(columns);
    console.log(
      `  section and band, 100 rules: ${placed.toFixed(1)} ms, ${perSecond(count, placed)} (promised: 10); ` +
        `${((ofPeer * count) / placed).toFixed(0)} times json-rules-engine (promised: 5,000); a filled table: ${perSecond(count, table)}`,
    );
    let replayed!: ReturnType<typeof replay>;
    const whole = fastest(3, () => (replayed = replay(columns, under)));
    console.log(
      `  with every person of ${PEOPLE}: ${whole.toFixed(0)} ms, ${replayed.routed} of them routed (promised: 1,000 ms at a million)`,
    );
    const minutes = { usual: 20, byLevel: {} };
    console.log(`  all figures: ${fastest(3, () => figuresOf(columns, replayed, minutes)).toFixed(0)} ms`);
    const section = version.policy.sections[19]!;
    const single: Under = { ...under, versions: [{ ...version, policy: { ...version.policy, sections: [section] } }] };
    let movable!: ReturnType<typeof movableOf>;
    const prepared = fastest(1, () => (movable = movableOf(columns, single, "bench", section, minutes)));
    const moves = section.thresholds.map((_, moved) =>
      section.thresholds.map((one, index) => (index === moved ? { ...one, amount: one.amount + 7_000 } : one)),
    );
    let next = 0;
    const frame = fastest(40, () => movedTo(movable, moves[(next += 1) % moves.length]!));
    console.log(
      `  a stake moved, with everybody's hours: ${frame.toFixed(2)} ms (promised: 16 ms) over ${movable.documents.toLocaleString("en")} documents in ${movable.groups.length} groups, prepared in ${prepared.toFixed(0)} ms`,
    );
    benchSuggesting(columns, minutes);
    console.log(`  memory of the process: ${megabytes(process.memoryUsage().rss)}\n`);
  }
}
