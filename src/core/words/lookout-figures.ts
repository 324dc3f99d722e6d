import { typeWords } from "../documents";
import type { FindingBody, WhoMeetsWhom } from "../lookout";
import type { Duty } from "../segregation";
import { plainAmount } from "../money";
import type { Cell } from "../tables";
import { capital } from "../text";
import { DUTY_WORDS } from "./duties";
import type { FindingNames } from "./lookout";

type KeyOf<T> = T extends unknown ? keyof T : never;
type FigureKey = Extract<KeyOf<FindingBody["figures"]>, string>;

/** What each figure of a finding is called, in the order in which they stand; one that is forgotten does not compile. */
const FIGURES: Readonly<Record<FigureKey, string>> = {
  documentType: "type of document",
  policy: "policy",
  section: "section",
  level: "level",
  person: "person",
  people: "people",
  standIn: "who stands in",
  by: "whose they are",
  unit: "unit",
  party: "supplier or customer",
  parties: "suppliers or customers",
  kind: "kind",
  gain: "by what they gain",
  hold: "hold",
  currency: "currency",
  threshold: "threshold",
  width: "width of a stretch",
  days: "days",
  month: "month",
  digits: "digits",
  of: "of how many",
  under: "in the last stretch",
  times: "how often",
  met: "met",
  expected: "expected",
  whole: "who met whom",
  all: "occasions",
  one: "occasions of the first",
  other: "occasions of the second",
  others: "usual among others, and how alike they are",
  limit: "sooner than, seconds",
  most: "no more refusals than, share",
  hours: "hours a year",
  deviation: "mean absolute deviation",
  conformity: "conformity",
  likeness: "how alike their numbers are",
  sameAmount: "same amount",
  documents: "documents",
  hash: "receipt, SHA-256",
  gross: "gross",
  from: "from",
  until: "until",
  changed: "changed",
  checked: "asked back",
  asked: "who was asked",
  duties: "duties",
  done: "what was done",
  at: "when",
  stretches: "in each stretch, the lowest first",
  counts: "of each, the lowest first",
  seconds: "seconds",
  requesters: "whose",
  clusters: "together",
  paid: "paid",
  limits: "limits",
};

const MOMENTS = new Set<string>(["at", "from", "until", "changed"] satisfies FigureKey[]);
const AMOUNTS = new Set(["minor", "amount", "sum", "largest", "width", "limit"]);

/**
 * Every figure of a finding as rows of a table, a row for each, and for each one of several, its parts beside each other.
 * @param people what ids of people are called in it
 */
export function figuresTable(
  { figures }: FindingBody,
  names: FindingNames,
  people: Readonly<Record<string, string>>,
): Cell[][] {
  const currency = "currency" in figures ? figures.currency : null;
  const policy = "policy" in figures ? figures.policy : "";
  const called: Record<string, (id: string) => string> = {
    documentType: (id) => typeWords(id).name.many,
    policy: names.policy,
    section: (id) => names.section(policy, id),
    level: (id) => names.level(policy, id),
    unit: names.unit,
  };
  const nameOf = (key: string, id: string) => people[id] ?? called[key]?.(id) ?? names.document(id);
  return (Object.keys(FIGURES) as FigureKey[]).flatMap((key) => {
    const value = (figures as Partial<Record<FigureKey, unknown>>)[key];
    if (key === "whole") return matrixOf(capital(FIGURES.whole), value as WhoMeetsWhom | undefined, people);
    return value === undefined || value === null ? [] : rowsOf(key, capital(FIGURES[key]), value, { currency, nameOf });
  });
}

function matrixOf(label: string, whole: WhoMeetsWhom | undefined, people: Readonly<Record<string, string>>): Cell[][] {
  if (!whole) return [];
  const name = (id: string) => people[id] ?? id;
  return [
    [label, ...whole.columns.map(name)],
    ...whole.rows.map((row, index): Cell[] => [`${label}: ${name(row)}`, ...whole.met[index]!]),
  ];
}

type Saying = { currency: string | null; nameOf(key: string, id: string): string };

function rowsOf(key: string, label: string, value: unknown, how: Saying): Cell[][] {
  if (Array.isArray(value) && value.some((one) => typeof one === "object"))
    return value.map((one: object, index) => [`${label}, ${index + 1}`, ...cellsOf(one, how)]);
  if (Array.isArray(value)) return [[label, ...value.map((one: unknown) => cellOf(key, one, how))]];
  if (typeof value === "object" && value !== null) return [[label, ...cellsOf(value, how)]];
  return [[label, cellOf(key, value, how)]];
}

/** The parts of one of several, each as a cell; what it consists of in turn, one after the other. */
function cellsOf(value: object, how: Saying): Cell[] {
  const own = "currency" in value ? { ...how, currency: value.currency as string } : how;
  return Object.entries(value).flatMap(([part, one]: [string, unknown]): Cell[] => {
    if (one === null) return [];
    if (Array.isArray(one)) return one.map((each: unknown) => cellOf(part, each, own));
    return typeof one === "object" ? cellsOf(one, own) : [cellOf(part, one, own)];
  });
}

function isDuty(value: unknown): value is Duty {
  return typeof value === "string" && Object.hasOwn(DUTY_WORDS, value);
}

function cellOf(key: string, value: unknown, { currency, nameOf }: Saying): Cell {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value !== "number") return isDuty(value) ? DUTY_WORDS[value] : nameOf(key, String(value));
  if (MOMENTS.has(key)) return { moment: new Date(value).toISOString() };
  return currency && AMOUNTS.has(key) ? { plain: plainAmount({ minor: value, currency }) } : value;
}
