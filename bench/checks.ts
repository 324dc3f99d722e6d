/** A large policy checked for a thousand people, and a large decision table looked through for overlaps and gaps. */
import { checkPolicy, gaps, overlaps, type Cell, type Table } from "@/core/checks";
import { directoryOf, type ApproverRule, type Organisation } from "@/core/people";
import { PolicySchema, type PolicyInput } from "@/core/policy";
import { marevia } from "../demo/organisation";
import { seeded } from "../demo/random";

const AT = "2026-03-10T09:10:00.000Z";

/** A thousand people in 120 units, eight to a manager, ten of them away during the month. */
function thousand(): Organisation {
  const size = 1000;
  const id = (index: number) => `person-${index}`;
  const unit = (index: number) => `unit-${index}`;
  const people = Array.from({ length: size }, (_, index) => ({
    ...marevia.people[1]!,
    id: id(index),
    name: `Person ${index}`,
    unit: unit(Math.floor(index / 8) % 120),
    manager: index === 0 ? null : id(Math.floor((index - 1) / 8)),
  }));
  const units = Array.from({ length: 120 }, (_, index) => ({
    ...marevia.units[0]!,
    id: unit(index),
    name: `Unit ${index}`,
    parent: index === 0 ? null : unit(Math.floor((index - 1) / 5)),
    head: id(index * 8),
  }));
  const groups = Array.from({ length: 12 }, (_, index) => ({
    id: `group-${index}`,
    name: `Group ${index}`,
    members: Array.from({ length: 6 }, (_, member) => id(index * 7 + member)),
  }));
  const standIns = Array.from({ length: 10 }, (_, index) => ({
    id: `away-${index}`,
    person: id(index * 90 + 1),
    standIn: index % 2 ? id(index * 90 + 2) : null,
    kind: "absence" as const,
    from: `2026-03-${String(8 + index * 2).padStart(2, "0")}T00:00:00.000Z`,
    until: "2026-04-20T00:00:00.000Z",
    documentTypes: null,
    cap: null,
    reason: "Leave",
  }));
  const limits = people.slice(0, 130).map((person, index) => ({
    holder: { kind: "person" as const, id: person.id },
    documentType: "purchase-order",
    limit: index < 9 ? { kind: "unlimited" as const } : { kind: "amount" as const, minor: 20_000_000, currency: "EUR" },
  }));
  return {
    ...marevia,
    people,
    units,
    groups,
    positions: [],
    standIns: standIns as never,
    limits: limits as never,
    owners: [],
  };
}

const RULES: ApproverRule[] = [
  { kind: "manager", up: 1 },
  { kind: "group", group: "group-3" },
  { kind: "group", group: "group-1" },
  { kind: "manager", up: 2 },
  { kind: "group", group: "group-2" },
  { kind: "headOfUnit", up: 1 },
  { kind: "lineByLimit", climb: "straight" },
  { kind: "people", people: ["person-0", "person-1"] },
];

/** 20 sections by supplier and amount, each of 8 bands and 8 levels, every second level with a condition. */
function largePolicy(): PolicyInput {
  const sections = Array.from({ length: 20 }, (_, s): PolicyInput["sections"][number] => ({
    id: `section-${s}`,
    name: `Section ${s}`,
    when:
      s === 19
        ? "otherwise"
        : {
            kind: "all",
            of: [
              { kind: "text", field: "supplier", is: "equal to", value: `Supplier ${s}` },
              { kind: "choice", field: "category", is: "one of", values: ["fuel", "deck"] },
            ],
          },
    thresholds: Array.from({ length: 7 }, (_, t) => ({
      amount: (10_000 * 4 ** t * (1 + s / 50)) | 0,
      exact: "below" as const,
    })),
    bands: Array.from({ length: 8 }, (_, b) => ({ approval: b === 0 ? ("none" as const) : ("required" as const) })),
    levels: RULES.map((approvers, l) => ({
      id: `level-${l}`,
      name: `Level ${l}`,
      stage: l + 1,
      marks: Array.from({ length: 8 }, (_, b) => (b > 0 && b >= l - 1 ? ("approves" as const) : ("none" as const))),
      approvers,
      ...(l % 2 === 1 && {
        when: {
          kind: "amount" as const,
          field: "gross",
          is: "over" as const,
          amount: { minor: 1000 * l, currency: "EUR" },
        },
      }),
    })),
  }));
  return {
    id: "large",
    name: "Large",
    documentType: "purchase-order",
    scope: { units: ["unit-0"] },
    currency: "EUR",
    measure: { kind: "net" },
    sections,
  };
}

/** Rules that do not meet by construction but for a few, over five ranges of numbers and two choices. */
function largeTable(rules: number): Table {
  const random = seeded(7);
  const columns = [
    ...["net", "age", "lines", "rate", "days"].map((name) => ({ name, kind: "number" as const })),
    { name: "category", kind: "choice" as const, values: ["a", "b", "c", "d", "e", "f"] },
    { name: "unit", kind: "choice" as const, values: ["x", "y", "z"] },
  ];
  const cells = (index: number): Cell[] => {
    const from = index * 100;
    const span = () => {
      const start = random.int(0, 90);
      return random.chance(0.6) ? null : { from: start, to: start + random.int(5, 60) };
    };
    return [
      { from, to: from + (random.chance(0.01) ? 140 : 100) },
      span(),
      span(),
      span(),
      span(),
      random.chance(0.7) ? null : columns[5]!.kind === "choice" ? ["a", "c", "d"] : null,
      random.chance(0.7) ? null : ["x"],
    ];
  };
  return { columns, rules: Array.from({ length: rules }, (_, index) => cells(index)) };
}

function timed<T>(times: number, run: () => T): { value: T; best: number; first: number } {
  const took: number[] = [];
  let value!: T;
  for (let index = 0; index < times; index += 1) {
    const start = performance.now();
    value = run();
    took.push(performance.now() - start);
  }
  return { value, best: Math.min(...took), first: took[0]! };
}

export function benchChecks(): void {
  const policy = PolicySchema.parse(largePolicy());
  const organisation = thousand();
  const checked = timed(5, () =>
    checkPolicy(policy, {
      directory: directoryOf(organisation),
      at: AT,
      rates: [],
      versions: [],
      past: [],
      currencies: ["EUR"],
    }),
  );
  const { sections } = policy;
  console.log(
    `Checking ${sections.length} sections x 8 bands x 8 levels for ${organisation.people.length} people: ${checked.first.toFixed(0)} ms the first time, ${checked.best.toFixed(0)} ms afterwards (target 300), ${checked.value.length} findings`,
  );
  if (process.env.SHOW) for (const f of checked.value.slice(0, 12)) console.log(JSON.stringify(f).slice(0, 220));
  const table = largeTable(1500);
  const pairs = timed(3, () => overlaps(table));
  const left = timed(3, () => gaps(table));
  console.log(
    `Overlaps and gaps of ${table.rules.length} rules x ${table.columns.length} columns: ${(pairs.best + left.best).toFixed(0)} ms (target 500): ${pairs.best.toFixed(0)} ms for ${pairs.value.length} overlapping pairs, ${left.best.toFixed(0)} ms for ${left.value.length} uncovered boxes`,
  );
}
