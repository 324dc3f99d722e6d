import { evaluate, sayCondition, type Explained, type ToCurrency } from "../conditions";
import { documentType, type AnyDocument, type Looking } from "../documents";
import { convert, money, type Money } from "../money";
import { mostDeciders, sayRule, whoMayDecide, type Directory, type Resolved, type Subject } from "../people";
import {
  bandOf,
  sayBand,
  saySection,
  vocabularyIn,
  type Level,
  type Policy,
  type PolicyVersion,
  type Quorum,
  type Section,
} from "../policy";
import { choosePolicy } from "./choose";
import type { HoldReason, Measured, Route, RoutedLevel, RoutingContext, SectionLooked } from "./types";

/**
 * Where a document goes: policy, measure, section, band, levels and people, each with its reason. Deterministic and
 * total: what cannot be routed comes back with outcome "held" and why, never as an exception or a pass.
 */
export function route(document: AnyDocument, context: RoutingContext): Route {
  const { looked, chosen, hold } = choosePolicy(document, context.policies, context.directory);
  const start = { ...emptyRoute(document, looked, context), holds: hold ? [hold] : [] };
  return chosen ? routeUnder(document, chosen, start, context) : start;
}

function emptyRoute({ documentType: type }: AnyDocument, policies: Route["policies"], { at }: RoutingContext): Route {
  return {
    at,
    documentType: type,
    policies,
    policy: null,
    measured: null,
    sections: [],
    section: null,
    band: null,
    levels: [],
    outcome: "held",
    holds: [],
  };
}

/** The same under one given version, as when a document goes on under the version it started with. */
export function routeAgain(document: AnyDocument, version: PolicyVersion, context: RoutingContext): Route {
  const { looked, chosen } = choosePolicy(document, [version], context.directory);
  const start = emptyRoute(document, looked, context);
  return routeUnder(document, chosen ?? version, start, context);
}

function routeUnder(document: AnyDocument, version: PolicyVersion, start: Route, context: RoutingContext): Route {
  const { policy } = version;
  const named: Route = {
    ...start,
    policy: { id: policy.id, name: policy.name, version: version.version, hash: version.hash },
  };
  const measured = measure(document, policy, context);
  if ("code" in measured) return { ...named, holds: [measured] };
  const { sections, section, hold } = chooseSection(document, policy, context);
  if (!section) return { ...named, measured, sections, holds: [hold] };
  const index = bandOf(measured.compared.minor, section.thresholds);
  const levels = section.levels.map((level) => routeLevel(level, index, document, measured.compared, policy, context));
  const { outcome, holds } = conclude(section, index, levels);
  return {
    ...named,
    measured,
    sections,
    section: { id: section.id, name: section.name },
    band: { index, sentence: sayBand(policy, section, index, context.directory) },
    levels,
    outcome,
    holds,
  };
}

/** What a policy measures a document by, with the arithmetic; or why it cannot be measured. */
export function measure(document: AnyDocument, policy: Policy, context: RoutingContext): Measured | HoldReason {
  const known = documentType(policy.documentType).measures.find((candidate) => candidate.key === policy.measure.kind);
  if (!known)
    return {
      code: "no approving level",
      reason: `Measuring by ${policy.measure.kind} is not carried out by this version of Bandeira`,
    };
  const { currency } = policy;
  const found = known.of(document, { ...lookingFrom(document, context), currency, days: policy.measure.days });
  if ("missing" in found)
    return { code: found.missing.includes("rate") ? "no exchange rate" : "not measurable", reason: found.missing };
  const { amount, arithmetic } = found;
  const converted = convert(amount, policy.currency, document.date, context.rates);
  if (!converted.ok) return { code: "no exchange rate", reason: converted.message };
  return {
    measure: known.label,
    amount,
    arithmetic: converted.rate ? `${arithmetic} ${converted.steps}` : arithmetic,
    // A credit note needs whoever would approve the same amount of spending.
    compared: money(Math.abs(converted.money.minor), policy.currency),
    rate: converted.rate,
  };
}

type SectionChoice = { sections: SectionLooked[]; section: Section | null; hold: HoldReason };

function chooseSection(document: AnyDocument, policy: Policy, context: RoutingContext): SectionChoice {
  const looking = lookingFrom(document, context);
  const facts = documentType(policy.documentType).facts(document, looking);
  const { toCurrency } = looking;
  let found = null as Section | null;
  let undecided = null as HoldReason | null;
  const sections = policy.sections.map((section): SectionLooked => {
    const looked = { section: section.id, name: section.name, words: saySection(policy, section, context.directory) };
    if (found || undecided) return { ...looked, outcome: "not reached" };
    const explained: Explained | undefined =
      section.when === "otherwise" ? undefined : evaluate(section.when, facts, toCurrency);
    if (!explained || explained.outcome === "met") {
      found = section;
      return { ...looked, outcome: "fits", ...(explained && { explained }) };
    }
    if (explained.outcome === "not met") return { ...looked, outcome: "does not fit", explained };
    undecided = {
      code: "no exchange rate",
      reason: `Whether the section “${section.name}” fits cannot be told without an exchange rate`,
    };
    return { ...looked, outcome: "cannot be told", explained };
  });
  const hold: HoldReason = undecided ?? { code: "no approving level", reason: "No section of the policy fits" };
  return { sections, section: found, hold };
}

/** What facts, measures and remarks about a document look at: what is around it, and the rates of its date. */
export function lookingFrom(document: AnyDocument, context: Pick<RoutingContext, "rates" | "around">): Looking {
  return { around: context.around ?? {}, toCurrency: converter(document, context) };
}

function converter(document: AnyDocument, context: Pick<RoutingContext, "rates">): ToCurrency {
  return (amount, currency) => {
    const converted = convert(amount, currency, document.date, context.rates);
    return converted.ok ? converted.money : null;
  };
}

function routeLevel(
  level: Level,
  band: number,
  document: AnyDocument,
  amount: Money,
  policy: Policy,
  context: RoutingContext,
): RoutedLevel {
  const { id, name, stage, quorum, refusal, commentOn, instruction } = level;
  const rule = sayRule(level.approvers, context.directory);
  const kind = level.kind === "task" || level.kind === "check" ? { kind: level.kind } : {};
  const checklist = level.checklist.length > 0 ? { checklist: level.checklist } : {};
  const base = { level: id, name, stage, rule, quorum, refusal, commentOn, instruction, ...kind, ...checklist };
  const passedOver = (reason: string): RoutedLevel => ({
    ...base,
    outcome: "passed over",
    reason,
    needed: 0,
    candidates: [],
  });
  const mark = level.marks[band] ?? "none";
  if (mark === "none") return passedOver("has no part in this band");
  const looking = lookingFrom(document, context);
  const undecidable = level.when
    ? evaluate(level.when, documentType(policy.documentType).facts(document, looking), looking.toCurrency)
    : null;
  const words = level.when ? sayCondition(level.when, vocabularyIn(policy.documentType, context.directory)) : "";
  if (undecidable?.outcome === "not met") return passedOver(`its condition is not met: ${words}`);
  const people = peopleOf(level, document, amount, context);
  const told = mark === "told" || level.kind === "notice";
  const blocked =
    undecidable?.outcome === "undecidable"
      ? `its condition cannot be told without an exchange rate: ${words}`
      : people.blocked;
  return {
    ...base,
    outcome: told ? "told" : "required",
    reason: told ? "is told in this band" : `${DOES[level.kind]} in this band${words && `, since ${words}`}`,
    needed: told ? 0 : people.needed,
    candidates: people.candidates,
    ...(people.inTurn && { inTurn: true }),
    ...(!told && blocked && { blocked }),
  };
}

const DOES: Record<Level["kind"], string> = {
  approval: "approves",
  task: "has its task",
  check: "is verified",
  notice: "is told",
};

/** The people a level asks: `pool` are those asked, `needed` how many different people must approve, `blocked` why they cannot if they cannot. */
export type LevelPeople = Pick<RoutedLevel, "candidates" | "needed" | "blocked"> & { pool: string[]; inTurn: boolean };

/**
 * The people a level asks at a moment.
 * @param amount what the document comes to in the policy's currency; null when that is not known
 */
export function peopleOf(
  level: Level,
  document: AnyDocument,
  amount: Money | null,
  context: RoutingContext,
): LevelPeople {
  // The system verifies by itself; nobody is asked.
  if (level.kind === "check") return { candidates: [], needed: 0, pool: [], inTurn: false };
  return peopleAsked(level, subjectOf(document, amount, context), context.directory, context.at);
}

/** The same for what is known of a document before there is one. */
export function peopleAsked(
  level: Pick<Level, "approvers" | "quorum">,
  subject: Subject,
  directory: Directory,
  at: string,
): LevelPeople {
  const resolved = whoMayDecide(level.approvers, subject, directory, at);
  const { candidates, seats, away, inTurn, gap } = resolved;
  // Everyone means everyone: somebody who is away is still one of them.
  const asked = level.quorum.kind === "all" ? seats.length + away.length : seats.length;
  const needed = inTurn ? Math.max(1, seats.length) : neededFor(level.quorum, asked);
  const possible = mostDeciders(seats, candidates);
  const people = { candidates, needed, pool: [...seats, ...away], inTurn };
  if (!gap && possible >= needed && possible > 0) return people;
  return { ...people, blocked: gap ?? whyTooFew(resolved, possible, needed) };
}

function whyTooFew({ candidates, seats, away }: Resolved, possible: number, needed: number): string {
  if (seats.length === 0) return candidates.map((one) => `${one.name} ${one.reason.replace(/^not: /, "")}`).join(", ");
  const twice = seats.length > possible ? ", since nobody counts twice" : "";
  const absent = away.length > 0 ? `, ${away.length} away` : "";
  return `${possible} of ${needed} needed are eligible${twice}${absent}`;
}

/**
 * How many approvals a quorum asks for out of so many eligible people: a majority is more than half of them. Never less than one.
 * @example neededFor({ kind: "majority" }, 4) // 3
 */
export function neededFor(quorum: Quorum, eligible: number): number {
  switch (quorum.kind) {
    case "one":
      return 1;
    case "all":
      return Math.max(1, eligible);
    case "majority":
      return Math.floor(eligible / 2) + 1;
    case "n":
      return quorum.n;
  }
}

/**
 * What of a document decides who may approve it; besides its requester, the one on whose behalf it is can never decide.
 * @param amount what it comes to in the policy's currency, which limits and caps are compared with
 */
export function subjectOf(document: AnyDocument, amount: Money | null, context: Omit<RoutingContext, "at">): Subject {
  const type = documentType(document.documentType);
  return {
    requester: askerOf(document),
    unit: document.unit,
    documentType: document.documentType,
    amount,
    toCurrency: converter(document, context),
    excluded: [
      ...(document.onBehalfOf ? [{ person: document.requester, reason: "entered it" }] : []),
      ...type.interested(document),
      ...(document.editedBy ? [{ person: document.editedBy, reason: "edited it last" }] : []),
    ],
    concerns: type.concerns(document),
    named: type.named(document),
  };
}

/** Whose document it is: the one on whose behalf it was entered, else the one who entered it. */
export function askerOf(document: Pick<AnyDocument, "requester" | "onBehalfOf">): string {
  return document.onBehalfOf ?? document.requester;
}

function conclude(section: Section, band: number, levels: readonly RoutedLevel[]): Pick<Route, "outcome" | "holds"> {
  const required = levels.filter((level) => level.outcome === "required");
  const holds = required.flatMap((level): HoldReason[] =>
    level.blocked
      ? [{ code: "no eligible approver", reason: `${level.name}: ${level.blocked}`, level: level.level }]
      : [],
  );
  // A task or a check is no approval: a band that asks for one is not passed by these alone.
  if (required.some((level) => !level.kind)) return { outcome: holds.length ? "held" : "chain", holds };
  if (section.bands[band]?.approval === "none") return { outcome: "no approval needed", holds: [] };
  return {
    outcome: "held",
    holds: [
      {
        code: "no approving level",
        reason: "No level approves in this band, and the band does not say that nobody needs to",
      },
    ],
  };
}
