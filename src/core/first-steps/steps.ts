import type { Role } from "../people";

/** How far an organisation is, in counts. */
export type SetUp = {
  /** People who are there, and units that are open. */
  people: number;
  units: number;
  unitsWithoutHead: number;
  /** Places with working hours. */
  calendars: number;
  /** Ids of the people who have each of these roles. */
  has: Readonly<Record<"controller" | "reviewer", readonly string[]>>;
  /** People who can sign in, or have a link with which they set a password. */
  ways: number;
  /** Entries that may be chosen today. */
  categories: number;
  taxRates: number;
  /** Suppliers and customers. */
  accounts: number;
  /** Amounts up to which somebody may decide. */
  limits: number;
  /** Policies that are begun, that a second person has approved, and that count now. */
  begun: number;
  reviewed: number;
  inForce: number;
  /** Documents that were sent in. */
  documents: number;
};

type Step = {
  /** Whoever has one of these roles can do it. */
  roles: readonly Role[];
  /** What has to be done before. */
  after: readonly string[];
  done(now: SetUp): boolean;
};

const anotherReviewer = ({ controller, reviewer }: SetUp["has"]) =>
  controller.length > 0 && reviewer.some((id) => controller.some((other) => other !== id));

/** The steps in the order in which most take them. A step is named in `after` by its key, which stands before it. */
const STEPS = {
  people: { roles: ["administrator"], after: [], done: ({ people }) => people > 1 },
  units: { roles: ["administrator"], after: ["people"], done: (now) => now.units > 1 && now.unitsWithoutHead === 0 },
  calendars: { roles: ["controller", "administrator"], after: [], done: ({ calendars }) => calendars > 0 },
  roles: { roles: ["administrator"], after: ["people"], done: ({ has }) => anotherReviewer(has) },
  ways: { roles: ["administrator"], after: ["people"], done: ({ ways, people }) => people > 1 && ways >= people },
  lists: { roles: ["controller", "administrator"], after: [], done: (now) => now.categories > 0 && now.taxRates > 0 },
  accounts: { roles: ["controller"], after: ["roles"], done: ({ accounts }) => accounts > 0 },
  limits: { roles: ["administrator"], after: ["people"], done: ({ limits }) => limits > 0 },
  policy: { roles: ["controller"], after: ["roles", "units"], done: ({ begun }) => begun > 0 },
  review: { roles: ["reviewer"], after: ["policy"], done: ({ reviewed }) => reviewed > 0 },
  force: { roles: ["controller"], after: ["review"], done: ({ inForce }) => inForce > 0 },
  document: { roles: ["requester"], after: ["force"], done: ({ documents }) => documents > 0 },
} as const satisfies Record<string, Step>;
export type StepKey = keyof typeof STEPS;

export type FirstStep = {
  key: StepKey;
  roles: readonly Role[];
  /** Done; can be done now; waits for other steps. */
  state: "done" | "now" | "later";
  waitsFor: StepKey[];
};

/** Where each step of the first day stands. */
export function firstSteps(now: SetUp): FirstStep[] {
  const isDone = (key: StepKey) => STEPS[key].done(now);
  return (Object.keys(STEPS) as StepKey[]).map((key) => {
    const { roles, after } = STEPS[key];
    const waitsFor = after.filter((one) => !isDone(one));
    return { key, roles, state: isDone(key) ? "done" : waitsFor.length > 0 ? "later" : "now", waitsFor };
  });
}
