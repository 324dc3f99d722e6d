import { documentType, ownLinesOf, refusedAfter, wordingOf, type AnyDocument, type RefusedPart } from "../documents";
import { convert, withinTolerance, type Money, type Tolerance } from "../money";
import { fieldsCompared, sameValue, type FactValue, type Facts } from "../conditions";
import { isByLine, isOwnKey, type FilledValues } from "../own-fields";
import { canonical, sha256Hex } from "../records";
import type { Level, PolicyVersion, Section } from "../policy";
import { evaluationContextOf, measure, type Measured } from "../routing";
import { filledValues } from "./filled";
import { refusedOf } from "./status";
import { routingAsRouted, routingOf, versionFor } from "./under";
import type { BoundFact, Gap } from "./gap";
import type { Basis, DecideContext, DocumentState } from "./types";

/**
 * What somebody who approves now approves: the document as it stands, without what has been refused of it, and with what deciders filled in.
 * @param fillsIn what is filled in with the approval itself
 */
export function basisOf(
  state: DocumentState,
  context: DecideContext,
  refused: readonly RefusedPart[] = refusedOf(state),
  fillsIn: FilledValues = {},
): Basis {
  const { document, revision, route } = state;
  const measured = comesTo(state, refused, context) ?? route!.measured!;
  const filled = { ...filledValues(state), ...fillsIn };
  return {
    revision,
    document: state.hash ?? hashOf(document, context),
    section: route!.section!.id,
    amount: measured.compared,
    rate: measured.rate,
    refused: [...refused],
    ...boundOf(document),
    ...(Object.keys(filled).length > 0 && { filled }),
  };
}

/** The hash of a document as the log will have it, made in the same moment as its event. */
export function hashOf(document: AnyDocument, { seal }: Pick<DecideContext, "seal">): string {
  return sha256Hex(canonical(document, seal));
}

type Bound = Record<Exclude<BoundFact, "onBehalfOf">, string> & { onBehalfOf: string | null };

function boundOf(document: AnyDocument): Bound {
  const { requester, onBehalfOf, unit, currency, date } = document;
  return {
    requester,
    onBehalfOf,
    unit,
    party: documentType(document.documentType).party(document),
    currency,
    date,
  };
}

const BOUND = ["requester", "onBehalfOf", "unit", "party", "currency", "date"] as const satisfies readonly BoundFact[];

/** What a document comes to without some of its parts, as it was known when it was last routed; null where that cannot be told. */
function comesTo(state: DocumentState, refused: readonly RefusedPart[], context: DecideContext): Measured | null {
  const version = versionFor(state, context);
  if (!version) return null;
  const left = documentType(state.document.documentType).without(state.document, refused);
  const measured = measure(left, version.policy, routingAsRouted(state, context));
  return "code" in measured ? null : measured;
}

/** The document of a revision for which something that stands was decided. */
export function documentOf(state: DocumentState, revision: number): AnyDocument | undefined {
  return revision === state.revision
    ? state.document
    : state.revisions?.find((one) => one.revision === revision)?.document;
}

type Where = { level: string; by: string | null };

/**
 * Where the document as it is now goes beyond what somebody approved. Judged against what they saw and not against the last edit, so that many small steps
 * are one long one. What is always material, and an amount that rose, count whatever the policy says.
 * @param level of the approval, null for whoever is only looking at it
 */
export function gapsOfBasis(state: DocumentState, { level, by }: Where, basis: Basis, context: DecideContext): Gap[] {
  const version = versionFor(state, context);
  const seen = documentOf(state, basis.revision);
  const where = { level, by };
  if (!version || !seen) return [{ ...where, code: "wording" }];
  const gaps: Gap[] = basis.section === state.route!.section?.id ? [] : [{ ...where, code: "section" }];
  const bound = boundOf(state.document);
  for (const code of BOUND)
    if (basis[code] !== bound[code]) gaps.push({ ...where, code, before: basis[code], after: bound[code] });
  const type = documentType(state.document.documentType);
  const carried = refusedAfter(type.parts(seen), type.parts(state.document), basis.refused).kept;
  if (!carried.every((one) => isRefused(state, one))) gaps.push({ ...where, code: "refused" });
  const amount = comesTo(state, carried, context)?.compared ?? null;
  if (!amount || !coversAmount(basis.amount, amount, version))
    gaps.push({ ...where, code: "amount", before: basis.amount, after: amount });
  gaps.push(...filledOtherwise(state, basis).map((field): Gap => ({ ...where, code: "field", field })));
  if (linesDiffer(seen, state.document, basis)) gaps.push({ ...where, code: "lines" });
  if (seen !== state.document) gaps.push(...gapsOfFacts(state, seen, where, version, context));
  return gaps;
}

/** Fields that deciders had filled in when somebody approved, and that say something else now; one that is not filled in again yet says nothing. */
function filledOtherwise(state: DocumentState, { filled = {} }: Basis): string[] {
  const now = filledValues(state);
  return Object.keys(filled).filter((key) => now[key] !== undefined && canonical(now[key]) !== canonical(filled[key]));
}

/** Whether other lines stand where something was filled in line by line when somebody approved. */
function linesDiffer(seen: AnyDocument, now: AnyDocument, { filled = {} }: Basis): boolean {
  return (
    seen !== now && Object.values(filled).some(isByLine) && canonical(ownLinesOf(seen)) !== canonical(ownLinesOf(now))
  );
}

function isRefused(state: DocumentState, { part, allowed }: RefusedPart): boolean {
  const found = refusedOf(state).find((one) => one.part === part);
  return found !== undefined && (found.allowed === null || (allowed !== null && found.allowed <= allowed));
}

/** More than was approved counts beyond the tolerance always; less does where the policy names an amount, or no field at all. */
function coversAmount(before: Money, now: Money, { policy }: PolicyVersion): boolean {
  if (before.currency !== now.currency) return false;
  if (withinTolerance(before.minor, now.minor, policy.edits)) return true;
  const named = policy.edits.fields.length === 0 || policy.edits.fields.some((key) => isAmount(policy, key));
  return now.minor < before.minor && (policy.edits.effect === "carry on" || !named);
}

/** Fields of the organisation's own of which either says something. */
export function ownKeysOf(...facts: readonly Facts[]): string[] {
  return [...new Set(facts.flatMap((one) => Object.keys(one).filter(isOwnKey)))];
}

function isAmount({ documentType: key }: { documentType: string }, field: string): boolean {
  return documentType(key).fields.find((one) => one.key === field)?.kind === "amount";
}

/** The fields that the policy calls material and that say something else than they said; and the wording, where it names none. */
function gapsOfFacts(
  state: DocumentState,
  seen: AnyDocument,
  where: Where,
  { policy }: PolicyVersion,
  context: DecideContext,
): Gap[] {
  const { fields, effect } = policy.edits;
  if (effect === "carry on") return [];
  const { document } = state;
  const type = documentType(document.documentType);
  // Both under the same surroundings: what has changed around it is no edit of it.
  const routing = routingAsRouted(state, context);
  const [before, now] = [seen, document].map((one) => type.facts(one, evaluationContextOf(one, routing)));
  const keys = fields.length > 0 ? fields : [...type.fields.map((field) => field.key), ...ownKeysOf(before!, now!)];
  const exempt = effect === "from the level" ? toldApartLater(where.level, state, policy.sections) : new Set<string>();
  const changed = keys.filter((key) => {
    const [old, value] = [before![key] ?? null, now![key] ?? null];
    if (sameValue(old, value) || exempt.has(key)) return false;
    return !(isAmount(policy, key) && tolerates(old, value, policy.currency, policy.edits, state, context));
  });
  const gaps = changed.map((field): Gap => ({ ...where, code: "field", field }));
  const worded = fields.length === 0 && gaps.length === 0 && wordingOf(seen, type) !== wordingOf(document, type);
  return worded ? [{ ...where, code: "wording" }] : gaps;
}

/** An amount of a field is tolerated like the compared one, in the currency of the policy; one that cannot be brought to it is not. */
function tolerates(
  before: FactValue,
  now: FactValue,
  currency: string,
  tolerance: Tolerance,
  state: DocumentState,
  context: DecideContext,
): boolean {
  const { rates, ratesOn } = routingOf(state, context);
  const minor = (value: FactValue): number | null => {
    if (value === null || typeof value !== "object" || !("minor" in value)) return null;
    const converted = convert(value, currency, ratesOn ?? state.document.date, rates);
    return converted.ok ? converted.money.minor : null;
  };
  const [one, other] = [minor(before), minor(now)];
  return one !== null && other !== null && one !== other && withinTolerance(one, other, tolerance);
}

/**
 * Fields that only the conditions of later levels tell apart: where an edit goes back to the level concerned, it is theirs to look at, and earlier levels
 * keep what they approved.
 */
function toldApartLater(level: string, state: DocumentState, sections: readonly Section[]): Set<string> {
  const levels = sections.find((one) => one.id === state.route!.section?.id)?.levels ?? [];
  const own = levels.find((one) => one.id === level);
  if (!own) return new Set();
  const named = (some: readonly Level[]) => some.flatMap((one) => (one.when ? fieldsCompared(one.when) : []));
  const earlier = new Set(named(levels.filter((one) => one.stage <= own.stage)));
  return new Set(named(levels.filter((one) => one.stage > own.stage)).filter((key) => !earlier.has(key)));
}
