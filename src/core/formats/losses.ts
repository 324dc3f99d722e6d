import { LevelSchema, type Band, type Level, type Policy, type PolicyInput, type Section } from "../policy";

type LevelInput = PolicyInput["sections"][number]["levels"][number];

/** A part of a policy that a table of levels by bands cannot hold. Whoever takes such a file is told each, and the file itself says them. */
export type Loss =
  | { of: "frame" }
  | { of: "policy"; part: PolicyPart }
  | { of: "section"; section: string; part: "designNote" }
  | { of: "level"; section: string; level: string; parts: LevelPart[] };

/** Whether tables carry a part. `frame`: the draft that a table is brought into says it. Total, so that a part that is new cannot be lost in silence. */
const OF_POLICY = {
  id: "frame",
  name: "frame",
  documentType: "frame",
  owner: "frame",
  scope: "frame",
  currency: "frame",
  measure: "frame",
  sections: "carried",
  selfApproval: "lost",
  repeatedApprover: "lost",
  edits: "lost",
  holds: "lost",
  afterApproval: "lost",
  messages: "lost",
  onSubmit: "lost",
  tellsFindings: "lost",
  readers: "lost",
  stoppedOrders: "lost",
  partySigns: "lost",
  designNote: "lost",
} as const satisfies Record<keyof Policy, "frame" | "carried" | "lost">;

const OF_SECTION = {
  id: "carried",
  name: "carried",
  when: "carried",
  thresholds: "carried",
  bands: "carried",
  levels: "carried",
  designNote: "lost",
} as const satisfies Record<keyof Section, "carried" | "lost">;

const OF_BAND = { approval: "carried", designNote: "lost" } as const satisfies Record<keyof Band, "carried" | "lost">;

const OF_LEVEL = {
  id: "carried",
  name: "carried",
  kind: "carried",
  stage: "carried",
  marks: "carried",
  when: "carried",
  approvers: "carried",
  quorum: "carried",
  refusal: "carried",
  timeLimit: "lost",
  reminders: "lost",
  overdue: "lost",
  overduePerson: "lost",
  handOver: "lost",
  signature: "lost",
  commentOn: "lost",
  instruction: "lost",
  checklist: "lost",
  fills: "lost",
  checks: "lost",
  outcomes: "lost",
  choosesNext: "lost",
  mayAddApprover: "lost",
  designNote: "lost",
} as const satisfies Record<keyof Level, "carried" | "lost">;

type Lost<T extends Record<string, string>> = { [K in keyof T]: T[K] extends "lost" ? K : never }[keyof T];
export type PolicyPart = Lost<typeof OF_POLICY>;
export type LevelPart = Lost<typeof OF_LEVEL>;

const lostOf = <T extends Record<string, string>>(table: T) =>
  Object.keys(table).filter((key): key is Extract<Lost<T>, string> => table[key] === "lost");

/** What the schema puts where nothing is said. */
const NOTHING_SAID: Pick<Policy, PolicyPart> = {
  selfApproval: { rule: "hold" },
  repeatedApprover: "ask twice",
  edits: { fields: [], toleranceMinor: 0, tolerancePercent: 0, effect: "start again" },
  holds: [],
  afterApproval: [],
  messages: [],
  onSubmit: undefined,
  tellsFindings: undefined,
  readers: undefined,
  stoppedOrders: undefined,
  partySigns: undefined,
  designNote: undefined,
};

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** Everything of a policy that tables leave out: a draft without it, into which they are brought, would be without it. */
export function lossesOf(policy: Policy): Loss[] {
  return [
    { of: "frame" },
    ...lostOf(OF_POLICY)
      .filter((part) => !same(policy[part], NOTHING_SAID[part]))
      .map((part): Loss => ({ of: "policy", part })),
    ...policy.sections.flatMap((section) => [
      ...(lostOf(OF_SECTION).some((part) => section[part] !== undefined) ||
      section.bands.some((band) => lostOf(OF_BAND).some((part) => band[part] !== undefined))
        ? [{ of: "section" as const, section: section.name, part: "designNote" as const }]
        : []),
      ...section.levels.flatMap((level): Loss[] => {
        const parts = lostOf(OF_LEVEL).filter((part) => !same(level[part], plainLevel(level)[part]));
        return parts.length > 0 ? [{ of: "level", section: section.name, level: level.name, parts }] : [];
      }),
    ]),
  ];
}

/** A level as a table alone would make it. */
function plainLevel({ id, name, stage, marks, approvers }: Level): Level {
  return LevelSchema.parse({ id, name, stage, marks, approvers });
}

/** What tables cannot hold of a level, taken from the one it replaces. */
export function keptOf(before: LevelInput | undefined): Partial<Pick<LevelInput, LevelPart>> {
  if (!before) return {};
  return Object.fromEntries(
    lostOf(OF_LEVEL).flatMap((part) => (before[part] === undefined ? [] : [[part, before[part]]])),
  );
}
