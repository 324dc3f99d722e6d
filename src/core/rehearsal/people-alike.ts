import { byRule, type ApproverRule, type Directory } from "../people";
import type { PolicyVersion } from "../policy";
import { both, firstOf, merged, type Classes } from "./classes";
import { valueAt, type Columns, type Who } from "./columns";
import { between, inCurrency, withoutSign } from "./compared";
import { askerOfPast } from "./past-document";
import { byMeasureOf, measureKey } from "./measure-key";
import type { Asked } from "./placing";

/** Documents that are alike in what decides whom the levels of a section ask: whose they are, what they name, and which limits their amounts are within. */
export function alikeInPeople(asked: Asked): Classes[] {
  const { columns, under } = asked;
  const rules = rulesIn(under.versions);
  const owned = new Set(rules.flatMap((rule) => (rule.kind === "owner" ? [rule.of] : [])));
  const { concerns, named } = columns;
  return [
    alikeInWho(asked, rules),
    ...(owned.size > 0
      ? [
          merged({ of: concerns.codes, size: concerns.values.length }, (code) =>
            JSON.stringify([...owned].map((of) => concerns.values[code]?.[of] ?? [])),
          ),
        ]
      : []),
    ...(rules.some(({ kind }) => kind === "namedOnDocument") ? [{ of: named.codes, size: named.values.length }] : []),
    ...alikeInReach(asked, rules),
  ];
}

/** Every rule by which some level asks somebody, or by which somebody else is asked where only the requester could decide. */
function rulesIn(versions: readonly PolicyVersion[]): ApproverRule[] {
  const rules = versions.flatMap(({ policy: { sections, selfApproval } }): ApproverRule[] => [
    ...sections.flatMap(({ levels }) => levels.map(({ approvers }) => approvers)),
    ...(selfApproval.rule === "manager" ? [{ kind: "manager" as const, up: 1 }] : []),
    ...(selfApproval.substitute ? [{ kind: "people" as const, people: [selfApproval.substitute] }] : []),
  ]);
  return [...new Map(rules.map((rule) => [JSON.stringify(rule), rule])).values()];
}

/**
 * Requesters who stand alike as far as the rules look at it are answered alike, unless they or somebody else who may not decide on the document could be asked: each of
 * those is a class of its own.
 */
function alikeInWho({ columns, under, organisation }: Asked, rules: readonly ApproverRule[]): Classes {
  const classes = both({ of: columns.who.codes, size: columns.who.values.length }, organisation);
  const first = firstOf(classes);
  const concerned = under.organisations.map(({ directory }) => lazily(() => concernedIn(rules, columns, directory)));
  return merged(classes, (code) => {
    const index = first[code]!;
    if (index < 0) return "";
    const who = valueAt(columns.who, index)!;
    const at = organisation.of[index]!;
    const { directory } = under.organisations[at]!;
    const asker = askerOfPast(who);
    const own = [asker, ...(who.excluded ?? []).map(({ person }) => person)];
    if (own.some((person) => concerned[at]!().has(person))) return JSON.stringify([at, columns.who.codes[index]]);
    return JSON.stringify([at, ...rules.map((rule) => placeOf(rule, asker, who, directory))]);
  });
}

/** The unit that heads are looked for from is that of the document. */
function placeOf(rule: ApproverRule, asker: string, { unit }: Who, directory: Directory): string {
  return rule.kind === "headOfUnit" ? unit : byRule(rule).placeOf(asker, directory);
}

/** Everybody whom some rule may name for some document, and whoever could act for them. */
function concernedIn(rules: readonly ApproverRule[], columns: Columns, directory: Directory): ReadonlySet<string> {
  const found = new Set<string>();
  const plain = { documentType: "", amount: null, toCurrency: () => null, excluded: [], concerns: {}, named: {} };
  for (const rule of rules) {
    const note = (subject: Parameters<ReturnType<typeof byRule>["names"]>[0]) => {
      for (const id of byRule(rule).names(subject, directory).ids) found.add(id);
    };
    if (rule.kind === "owner")
      for (const concerns of columns.concerns.values)
        note({ ...plain, requester: "", unit: "", concerns: concerns ?? {} });
    else if (rule.kind === "namedOnDocument")
      for (const named of columns.named.values) note({ ...plain, requester: "", unit: "", named: named ?? {} });
    else for (const who of columns.who.values) note({ ...plain, requester: askerOfPast(who), unit: who.unit });
  }
  for (const person of found)
    for (const { standIn } of directory.standInsOf(person)) if (standIn !== null) found.add(standIn);
  return found;
}

function lazily<T>(make: () => T): () => T {
  let made: { it: T } | null = null;
  return () => (made ??= { it: make() }).it;
}

/** By which limits and caps their own amounts are within, as far as any are looked at. */
function alikeInReach({ columns, under, rates }: Asked, rules: readonly ApproverRule[]): Classes[] {
  const organisations = under.organisations.map(({ directory }) => directory.organisation);
  const caps = organisations.flatMap(({ standIns }) => standIns.flatMap(({ cap }) => cap ?? []));
  const looksAtLimits =
    rules.some(({ kind }) => kind === "lineByLimit") ||
    under.versions.some(({ policy }) => policy.selfApproval.rule === "own limit");
  const limits = looksAtLimits
    ? organisations.flatMap((one) => one.limits.flatMap(({ limit }) => (limit.kind === "amount" ? [limit] : [])))
    : [];
  const most = [...caps, ...limits];
  const measured = new Map(under.versions.map(({ policy }) => [measureKey(policy), policy]));
  return [...new Set(most.map(({ currency }) => currency))].flatMap((currency) => {
    // An amount is within a limit up to and with its exact amount.
    const cuts = most.flatMap((one) => (one.currency === currency ? [one.minor + 1] : []));
    return [...measured.values()].flatMap((policy) => {
      const amounts = byMeasureOf(columns.measures, policy);
      return amounts ? [between(amounts, withoutSign(inCurrency(columns, amounts, currency, rates)), cuts)] : [];
    });
  });
}
