import { comparisonsIn, type FactValue } from "../conditions";
import {
  isMadeUp,
  type Amounts,
  type DescribedArea,
  type Change,
  type Example,
  type Group,
  type Setting,
  type Whose,
} from "../difference-in-effect";
import { typeWords } from "../documents";
import { formatAmount } from "../money";
import type { Directory } from "../people";
import { vocabularyIn, type Level, type Policy } from "../policy";
import { canonical } from "../records";
import type { EffectKind } from "../rehearsal";
import { capital, countOf, joinWords, lowerFirst } from "../text";
import { sayCondition } from "./conditions";
import { sayDoer } from "./policy-bands";
import { sayLevelDetails } from "./policy-settings";
import { EFFECT_WORDS } from "./rehearsal";

/** The two versions of a policy, of which one may not be there, and what its other words need. */
export type ComparedVersions = {
  before: Policy | null;
  after: Policy | null;
  directory: Directory;
  /** The name of another policy. */
  policy(id: string): string;
};

/** What becomes of documents, the gravest first: as a rehearsal calls it, and what only rules tell. */
const KINDS = [
  "held now",
  "fewer approvals",
  "more approvals",
  "held no more",
  "another policy",
  "other people",
  "asked otherwise",
  "told otherwise",
] as const satisfies (EffectKind | "another policy" | "asked otherwise")[];
export type ChangeKind = (typeof KINDS)[number];

/** The same in words. */
export const CHANGE_WORDS = {
  ...EFFECT_WORDS,
  "another policy": "under another policy",
  "asked otherwise": "the same people, asked otherwise",
} as const satisfies Record<ChangeKind, string>;

/** Groups with the gravest first. */
export function byGravity<G extends Pick<Group, "changes">>(groups: readonly G[]): G[] {
  const gravity = ({ changes }: G) => KINDS.indexOf(kindOfChanges(changes));
  return groups.toSorted((a, b) => gravity(a) - gravity(b));
}

type Of<C extends Change["code"]> = Extract<Change, { code: C }>;

/**
 * What two versions make differently of the same documents, a sentence each.
 * @example sayChanges([{ code: "removed", part: "asked", level }], compared) // ["No longer asked: Line manager"]
 */
export function sayChanges(changes: readonly Change[], compared: ComparedVersions): string[] {
  const of = <C extends Change["code"]>(code: C) => changes.filter((one): one is Of<C> => one.code === code);
  const named = (all: readonly Of<"added" | "removed">[], part: "asked" | "told") =>
    joinWords(
      all.filter((one) => one.part === part).map(({ level }) => level.name),
      "and",
    );
  const line = (what: string, names: string) => (names ? [`${what}: ${names}`] : []);
  return [
    ...changes.flatMap((one) =>
      one.code === "comes under it" || one.code === "comes under another" ? [sayUnder(one, compared)] : [],
    ),
    ...of("outcome").map(({ after }) => OUTCOMES[after]),
    ...line("No longer asked", named(of("removed"), "asked")),
    ...line("Asked as well", named(of("added"), "asked")),
    ...line("No longer notified", named(of("removed"), "told")),
    ...line("Notified as well", named(of("added"), "told")),
    ...of("changed").flatMap((one) => sayChanged(one, compared)),
    ...of("reordered").map(() => "Asked in another order"),
  ];
}

function sayUnder(
  { code, policy: id }: Of<"comes under it" | "comes under another">,
  { policy }: ComparedVersions,
): string {
  const other = id === null ? null : `“${policy(id)}”`;
  if (code === "comes under it") return `Come under this policy now${other ? `, before under ${other}` : ""}`;
  return other
    ? `Come under ${other} now, and no longer under this policy`
    : "No longer come under this policy, nor under another, so that they would be held";
}

const OUTCOMES = {
  chain: "Have to be approved now",
  "no approval needed": "Nobody has to approve them any more",
  held: "No level approves them any more, so that they would be held",
} as const;

/** A level that is asked otherwise, and a line for each thing that is otherwise of it. */
function sayChanged({ before, after }: Of<"changed">, compared: ComparedVersions): string[] {
  const { directory } = compared;
  const policies = { before: (compared.before ?? compared.after)!, after: (compared.after ?? compared.before)! };
  const [was, is] = [sayDoer(policies.before, before, directory), sayDoer(policies.after, after, directory)];
  const had = sayLevelDetails(policies.before, before, directory);
  const has = sayLevelDetails(policies.after, after, directory);
  const details = [
    ...has.filter((one) => !had.includes(one)),
    ...had.filter((one) => !has.includes(one)).map((one) => `No longer: ${lowerFirst(one)}`),
  ];
  const head = was === is ? "asked otherwise" : `${is} instead of ${was}`;
  return [`${after.name}: ${head}`, ...details];
}

/** What becomes of documents, as the mark of a rehearsal says it. */
export function kindOfChanges(changes: readonly Change[]): ChangeKind {
  const outcome = changes.find((one) => one.code === "outcome");
  if (outcome?.after === "held") return "held now";
  if (outcome?.before === "held") return "held no more";
  if (outcome) return outcome.after === "chain" ? "more approvals" : "fewer approvals";
  const asks = (code: "added" | "removed") => changes.some((one) => one.code === code && one.part === "asked");
  if (changes.some(({ code }) => code === "comes under it" || code === "comes under another")) return "another policy";
  if (asks("added") !== asks("removed")) return asks("added") ? "more approvals" : "fewer approvals";
  const isOfPeople = (one: Change) =>
    one.code === "changed" && canonical(whomAsked(one.before)) !== canonical(whomAsked(one.after));
  if (asks("added") || changes.some(isOfPeople)) return "other people";
  return changes.some(({ code }) => code === "changed" || code === "reordered") ? "asked otherwise" : "told otherwise";
}

const whomAsked = ({ approvers, quorum }: Level) => [approvers, quorum];

/** For which documents that is so. @example "In “Everything else”, over 500.00 up to 1,000.00 EUR, that amount included" */
export function sayArea(area: DescribedArea, side: Group["side"], compared: ComparedVersions): string {
  const { amounts, whose, when } = area;
  const { directory, before, after } = compared;
  const { documentType } = (after ?? before)!;
  const { many } = typeWords(documentType).name;
  const vocabulary = vocabularyIn(documentType, directory);
  const parts = [
    saySections(area, side, compared),
    ...(amounts.length > 0
      ? [
          joinWords(
            amounts.map((one) => sayAmounts(one, amounts.length > 1, documentType)),
            "and",
          ),
        ]
      : []),
    ...(whose.length > 0
      ? [
          joinWords(
            whose.map((one) => sayWhose(one, directory)),
            "or",
          ),
        ]
      : []),
    ...(when.length > 0
      ? [
          `where ${joinWords(
            when.map((one) => sayCondition(one, vocabulary)),
            "and",
          )}`,
        ]
      : []),
  ].filter((part) => part !== "");
  return parts.length > 0 ? capital(parts.join(", ")) : `All ${many}`;
}

function saySections(
  { sections, moved }: DescribedArea,
  side: Group["side"],
  { before, after }: ComparedVersions,
): string {
  const policy = (side === "before" ? before : after) ?? after ?? before!;
  const names = sections.map((id) => `“${policy.sections.find((one) => one.id === id)?.name ?? id}”`);
  if (names.length === 0) return "";
  const every = policy.sections.length > 1 && names.length === policy.sections.length;
  const as = moved && side === "before" ? " as it was" : "";
  return every ? `in every section${as}` : `in ${joinWords(names, "and")}${as}`;
}

function sayAmounts({ measure, currency, days, spans }: Amounts, isNamed: boolean, documentType: string): string {
  const label = typeWords(documentType).measures.find(({ key }) => key === measure)?.label ?? measure;
  const said = joinWords(
    spans.map((span) => saySpan(span, currency)),
    "or",
  );
  const over = days === null ? "" : ` over ${countOf(days, "day")}`;
  return `${isNamed ? `the ${label}${over} ` : ""}${said}`;
}

/** Minor units from one to before another, in the round amounts that thresholds are. */
function saySpan({ from, to }: Amounts["spans"][number], currency: string): string {
  const amount = (minor: number) => formatAmount({ minor, currency });
  if (from !== null && to === from + 1) return `exactly ${amount(from)} ${currency}`;
  // Whichever is the rounder was the threshold.
  const isOver = from !== null && zeros(from - 1) > zeros(from);
  const isUnder = to !== null && zeros(to) > zeros(to - 1);
  const start = from === null || from === 0 ? "" : isOver ? `over ${amount(from - 1)}` : `from ${amount(from)}`;
  if (to === null) return `${start} ${currency}${isOver ? "" : " on"}`.trim();
  const end = isUnder ? `under ${amount(to)}` : `up to ${amount(to - 1)}`;
  return `${isUnder && start ? `${start} and ${end}` : `${start} ${end}`.trim()} ${currency}`;
}

const zeros = (minor: number) => /0*$/.exec(String(minor))![0].length;

const MOST_NAMES = 6;

function sayWhose({ people, units }: Whose, directory: Directory): string {
  const unit = (id: string) => directory.unit(id)?.name ?? id;
  const of = units && `in ${joinWords(units.map(unit), "or")}`;
  if (!people) return of ? `of requesters ${of}` : "";
  const names = people.slice(0, MOST_NAMES).map((id) => directory.person(id)?.name ?? id);
  const rest = people.length - names.length;
  const said = rest > 0 ? `${names.join(", ")} or ${rest} others` : joinWords(names, "or");
  return `asked for by ${said}${of ? ` ${of}` : ""}`;
}

/** A made-up document for which it is so, as far as that matters. @example "750.00 EUR, category Fuel" */
export function sayExample(example: Example, { when, whose }: DescribedArea, compared: ComparedVersions): string {
  const { directory, before, after } = compared;
  const { measures, requester, onBehalfOf, facts } = example;
  const { documentType, measure } = (after ?? before)!;
  const vocabulary = vocabularyIn(documentType, directory);
  const name = (id: string) => directory.person(id)?.name ?? id;
  const amount = measures[measure.kind] ?? Object.values(measures)[0];
  // What changed is said by what it was before, which the example has for itself.
  const named = when.flatMap(comparisonsIn).flatMap(({ kind, field }) => (kind === "change" ? [] : [field]));
  const fields = [...new Set(named)].filter((key) => key !== "requester" && key !== measure.kind);
  return [
    ...(amount ? [`${formatAmount(amount)} ${amount.currency}`] : []),
    ...(whose.length > 0 || named.includes("requester")
      ? [`entered by ${name(requester)}${onBehalfOf ? ` for ${name(onBehalfOf)}` : ""}`]
      : []),
    ...fields.flatMap((key) => {
      const said = sayValue(facts[key] ?? null, vocabulary[key]?.choices);
      return said ? [`${vocabulary[key]?.label ?? key} ${said}`] : [];
    }),
  ].join(", ");
}

function sayValue(value: FactValue, choices: Readonly<Record<string, string>> = {}): string {
  if (value === null) return "";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "string") return choices[value] ?? (isMadeUp(value) ? "" : value);
  if ("minor" in value) return `${formatAmount(value)} ${value.currency}`;
  return joinWords(
    value.map((one) => sayValue(one, choices)).filter((one) => one !== ""),
    "and",
  );
}

/** Settings of a whole policy, as they are called where they differ. */
export const SETTING_WORDS = {
  selfApproval: "own documents",
  repeatedApprover: "the same person twice",
  edits: "edits",
  holds: "holds",
  afterApproval: "what follows the approval",
  messages: "messages",
  onSubmit: "the word on submitting",
  tellsFindings: "what approvers are told of findings",
  readers: "read-only access",
  stoppedOrders: "stopped orders",
  partySigns: "the other party’s form",
} as const satisfies Record<Setting, string>;
