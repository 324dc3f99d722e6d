import { actorsFor, coverage } from "../people";
import type { Level } from "../policy";
import { ownAmount, peopleFor, routeAgain, subjectOf, type PeopleFor, type Route } from "../routing";
import { basisOf, gapsOfBasis } from "./basis";
import { decidedOf, finishedOf, standingBut } from "./filled";
import { levelOf, routingAsRouted, versionFor } from "./under";
import { wrongOf } from "./verifying";
import type { Gap } from "./gap";
import type { ClosingProof, CoveredHow, DecideContext, Decision, DocumentState, LevelState } from "./types";

type Approval = Pick<Decision, "level" | "by" | "inNameOf" | "at"> & Required<Pick<Decision, "basis">>;

/** The approvals of a level that stand, each with what it was given for. */
export function approvalsOf(level: LevelState): Approval[] {
  return level.decisions.flatMap((one) =>
    one.outcome === "approve" && one.basis ? [{ ...one, basis: one.basis }] : [],
  );
}

/**
 * Why an approval does not cover the document as it is now; empty where it does. Whether somebody may decide is asked of people as they were when they
 * decided: who has left since does not undo what they rightly decided.
 */
export function gapsOf(state: DocumentState, level: LevelState, approval: Approval, context: DecideContext): Gap[] {
  const where = { level: level.level, by: approval.by };
  const gaps = gapsOfBasis(state, where, approval.basis, context);
  const seat = approval.inNameOf ?? approval.by;
  const rule = levelOf(state, level.level, context);
  if (!rule || !isAsked(state, level, rule, seat, context)) gaps.push({ ...where, code: "not asked" });
  if (!mayDecide(state, level, rule, seat, approval, context)) gaps.push({ ...where, code: "not eligible" });
  return gaps;
}

/** Whether a level asks somebody for the document as it is now: by its rule when it opened, or since then by being handed or passed the level. */
function isAsked(state: DocumentState, level: LevelState, rule: Level, seat: string, context: DecideContext): boolean {
  if (level.moved?.some((one) => one.seat === seat)) return true;
  return peopleThen(state, rule, level.openedAt ?? context.at, context).pool.includes(seat);
}

/** Whom a level asks for the document as it is now, by people as they were at an earlier moment. */
function peopleThen(state: DocumentState, rule: Level, at: string, context: DecideContext): PeopleFor {
  const { policy } = versionFor(state, context)!;
  const routing = { ...routingAsRouted(state, context), at, directory: context.directoryAt(at) };
  return peopleFor(policy, rule, finishedOf(state), ownAmount(state.route!.measured), routing);
}

function mayDecide(
  state: DocumentState,
  level: LevelState,
  rule: Level | undefined,
  seat: string,
  { by, at }: Approval,
  context: DecideContext,
): boolean {
  const directory = context.directoryAt(at);
  const routing = { ...routingAsRouted(state, context), directory };
  const amount = ownAmount(state.route!.measured);
  const subject = subjectOf(finishedOf(state), amount, routing);
  const able = actorsFor(seat, subject, directory, at, true).some((one) => one.eligible && one.person === by);
  const handed = level.moved?.some((one) => one.seat === seat && one.how === "handed over") ?? false;
  if (!able || !handed || rule?.handOver !== "to anyone eligible") return able;
  // Authority was handed to authority, so it must be enough for what the document now comes to.
  const { documentType: type, toCurrency } = subject;
  return amount !== null && coverage(seat, type, amount, directory, toCurrency).outcome === "covers";
}

type Covered = { how: CoveredHow; needed: number; approvals: Approval[] };

/** How a level is satisfied for the finished document, or why it is not. */
function coverOf(state: DocumentState, level: LevelState, context: DecideContext): Covered | Gap[] {
  const no = (...gaps: Gap[]): Gap[] => gaps;
  const where = { level: level.level, by: null };
  const covered = (how: CoveredHow, needed = 0, approvals: Approval[] = []): Covered => ({ how, needed, approvals });
  const rule = levelOf(state, level.level, context);
  if (!rule) return no({ ...where, code: "not asked" });
  if (rule.kind === "check")
    return wrongOf(state, rule, context).length === 0 ? covered("verified") : no({ ...where, code: "not verified" });
  if (level.status === "lapsed") {
    const gaps = level.lapsedFor ? gapsOfBasis(state, where, level.lapsedFor, context) : [];
    return level.lapsedFor && gaps.length === 0 ? covered("lapsed") : no(...gaps, { ...where, code: "too few" });
  }
  if (level.status === "passed over") {
    if (level.notChosenAt && isNotChosen(state, level)) return covered("not chosen");
    const then = peopleThen(state, rule, level.closedAt ?? state.route!.at, context);
    return then.passed ? covered(then.counts ? "own limit" : "passed over") : no({ ...where, code: "too few" });
  }
  const judged = approvalsOf(level).map((one) => ({ one, gaps: gapsOf(state, level, one, context) }));
  const good = judged.filter(({ gaps }) => gaps.length === 0).map(({ one }) => one);
  const needed = neededBy(state, level, rule, context);
  const people = new Set(good.map((one) => one.by));
  if (people.size >= needed) return covered("approved", needed, good);
  return no(...judged.flatMap(({ gaps }) => gaps), { ...where, code: "too few" });
}

/** How many must approve: by the level's rule for the finished document, unless the time that ran out has passed it to fewer. */
function neededBy(state: DocumentState, level: LevelState, rule: Level, context: DecideContext): number {
  if (level.moved?.some((one) => one.how === "passed on")) return Math.max(1, level.needed);
  const { needed } = peopleThen(state, rule, level.openedAt ?? context.at, context);
  return Math.max(1, needed);
}

/** Whether whoever chose another level still stands by it. */
function isNotChosen(state: DocumentState, level: LevelState): boolean {
  const chooser = state.levels.find((one) => one.level === level.notChosenAt);
  return chooser?.decisions.some((one) => one.outcome === "approve" && one.next && one.next !== level.level) ?? false;
}

/**
 * Routes the finished document once more, under the version it started with and with what was known when it was last routed, and shows for each level that
 * it asks for whose approval covers it.
 * @returns the proof; or the route and what is not covered, level by level
 */
export function closingProof(
  state: DocumentState,
  context: DecideContext,
): { ok: true; proof: ClosingProof } | { ok: false; route: Route | null; gaps: Gap[] } {
  const version = versionFor(state, context);
  if (!version) return { ok: false, route: state.route, gaps: [] };
  const routing = { ...routingAsRouted(state, context), decided: decidedOf(state) };
  const route = routeAgain(finishedOf(state), version, routing);
  if (!route.section || !route.band || !route.measured) return { ok: false, route, gaps: [] };
  // What was passed over was so when the chain began, by the people of that moment.
  const now: DocumentState = { ...state, route: { ...route, at: state.route!.at } };
  const gaps: Gap[] = [];
  const levels: ClosingProof["levels"] = [];
  const judge = (level: LevelState) => {
    const cover = coverOf(now, level, context);
    if (Array.isArray(cover)) return gaps.push(...cover);
    const approvals = cover.approvals.map(({ by, inNameOf, basis, at }) => ({
      by,
      inNameOf,
      revision: basis.revision,
      at,
    }));
    return levels.push({ level: level.level, how: cover.how, needed: cover.needed, approvals });
  };
  for (const routed of route.levels) {
    if (routed.outcome === "told") continue;
    const level = state.levels.find((one) => one.level === routed.level);
    if (routed.outcome === "passed over") {
      if (routed.counts) levels.push({ level: routed.level, how: "own limit", needed: 0, approvals: [] });
      continue;
    }
    if (level) judge(level);
    else gaps.push({ level: routed.level, by: null, code: "not asked" });
  }
  for (const added of state.levels.filter((one) => one.added && one.status !== "passed over")) judge(added);
  // A lower band may ask for nobody of those who approved a higher one; that somebody did is then what counts.
  // Whoever was added by a decider of another level comes before that decision, and never instead of it.
  const approves = (one: Shown) =>
    isApproval(one) && !state.levels.some((level) => level.added && isListed([one], level));
  if (gaps.length === 0 && route.outcome !== "no approval needed" && !levels.some(approves)) {
    for (const level of state.levels.filter((one) => !one.kind && one.status === "approved" && !isListed(levels, one)))
      if (levels.length === 0 || !levels.some(approves)) judge(level);
    if (!levels.some(approves)) return { ok: false, route, gaps };
    gaps.length = 0;
  }
  if (gaps.length === 0 && route.mustDiffer) gaps.push(...repeated(levels));
  if (gaps.length > 0) return { ok: false, route, gaps };
  return { ok: true, proof: { basis: basisOf(now, context), band: route.band.index, levels } };
}

/** The route of a document under its version, once some of its levels begin again: what was filled in at these is still to come. */
export function routedBut(state: DocumentState, again: readonly string[], context: DecideContext): Route | null {
  const version = versionFor(state, context);
  if (!version) return state.route;
  return routeAgain(finishedOf(state, standingBut(state, again)), version, {
    ...routingAsRouted(state, context),
    decided: decidedOf(state, again),
  });
}

type Shown = ClosingProof["levels"][number];

function isApproval({ how }: Shown): boolean {
  return how === "approved" || how === "lapsed" || how === "own limit";
}

function isListed(levels: readonly Shown[], { level }: LevelState): boolean {
  return levels.some((one) => one.level === level);
}

/** Where nobody decides at two levels, those at which somebody did all the same. */
function repeated(levels: ClosingProof["levels"]): Gap[] {
  const seen = new Set<string>();
  return levels.flatMap(({ level, approvals }) =>
    approvals.flatMap(({ by }): Gap[] => {
      if (!seen.has(by)) return (seen.add(by), []);
      return [{ level, by, code: "repeated" }];
    }),
  );
}
