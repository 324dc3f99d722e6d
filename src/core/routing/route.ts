import { evaluate, sayCondition, type Explained, type ToCurrency } from "../conditions";
import { documentType, type AnyDocument } from "../documents";
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
  const start: Route = {
    at: context.at,
    documentType: document.documentType,
    policies: looked,
    policy: null,
    measured: null,
    sections: [],
    section: null,
    band: null,
    levels: [],
    outcome: "held",
    holds: hold ? [hold] : [],
  };
  return chosen ? routeUnder(document, chosen, start, context) : start;
}

/** The same under one given version, as when a document goes on under the version it started with. */
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

function measure(document: AnyDocument, policy: Policy, context: RoutingContext): Measured | HoldReason {
  const known = documentType(policy.documentType).measures.find((candidate) => candidate.key === policy.measure.kind);
  if (!known)
    return {
      code: "no approving level",
      reason: `Measuring by ${policy.measure.kind} is not carried out by this version of Bandeira`,
    };
  const { amount, arithmetic } = known.of(document);
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
  const facts = documentType(policy.documentType).facts(document);
  const toCurrency = converter(document, context);
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
  const base = { level: id, name, stage, rule, quorum, refusal, commentOn, instruction };
  const passedOver = (reason: string): RoutedLevel => ({
    ...base,
    outcome: "passed over",
    reason,
    needed: 0,
    candidates: [],
  });
  const mark = level.marks[band] ?? "none";
  if (mark === "none") return passedOver("has no part in this band");
  const undecidable = level.when
    ? evaluate(level.when, documentType(policy.documentType).facts(document), converter(document, context))
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
    reason: told ? "is told in this band" : words ? `approves in this band, since ${words}` : "approves in this band",
    needed: told ? 0 : people.needed,
    candidates: people.candidates,
    ...(people.inTurn && { inTurn: true }),
    ...(!told && blocked && { blocked }),
  };
}

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
  if (level.kind !== "approval" && level.kind !== "notice") {
    return {
      candidates: [],
      needed: 1,
      pool: [],
      inTurn: false,
      blocked: `a level of kind ${level.kind} is not carried out by this version of Bandeira`,
    };
  }
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
    requester: document.requester,
    unit: document.unit,
    documentType: document.documentType,
    amount,
    toCurrency: converter(document, context),
    excluded: [
      ...(document.onBehalfOf ? [{ person: document.onBehalfOf, reason: "it is on their behalf" }] : []),
      ...(document.editedBy ? [{ person: document.editedBy, reason: "edited it last" }] : []),
    ],
    concerns: type.concerns(document),
    named: type.named(document),
  };
}

function conclude(section: Section, band: number, levels: readonly RoutedLevel[]): Pick<Route, "outcome" | "holds"> {
  const required = levels.filter((level) => level.outcome === "required");
  const holds = required.flatMap((level): HoldReason[] =>
    level.blocked
      ? [{ code: "no eligible approver", reason: `${level.name}: ${level.blocked}`, level: level.level }]
      : [],
  );
  if (required.length > 0) return { outcome: holds.length ? "held" : "chain", holds };
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
