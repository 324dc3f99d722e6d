import { evaluate, type Explained, type Facts } from "../conditions";
import type { AnyDocument, UnmeasuredReason } from "../documents";
import { dayIn } from "../calendar";
import { bare, convert, money, type ConversionReason, type Money } from "../money";
import { bandOf, ownFieldsNamedBy, type Level, type Policy, type PolicyVersion, type Section } from "../policy";
import { choosePolicy } from "./choose";
import { NOTHING, awaitedBy, type Awaited } from "./awaited";
import { enoughInAll } from "./in-all";
import { ownAmount, peopleOf } from "./level-people";
import type { HeldReason, LevelReason } from "./reasons";
import { routableOf } from "./routable";
import type { HoldReason, Measured, Routable, Route, RoutedLevel, RoutingContext, SectionConsidered } from "./types";

/**
 * Where a document goes: policy, measure, section, band, levels and people, each with its reason. Deterministic and
 * total: what cannot be routed comes back with outcome "held" and why, never as an exception or a pass.
 */
export function route(document: AnyDocument, asked: RoutingContext): Route {
  const context = withDay(asked);
  return routeOf(routableOf(document, context), context);
}

/** The same for what is known of a document, of the past or of one that there is. */
export function routeOf(document: Routable, asked: RoutingContext): Route {
  const context = withDay(asked);
  const { looked, chosen, hold } = choosePolicy(document, context.policies, context.directory);
  const start = { ...emptyRoute(document, looked, context), holds: hold ? [hold] : [] };
  return chosen ? routeUnder(document, chosen, start, context) : start;
}

type WithDay = RoutingContext & { ratesOn: string };

/** The day whose rates count is the day of the moment, unless the chain has one. */
function withDay(context: RoutingContext): WithDay {
  return { ...context, ratesOn: context.ratesOn ?? dayIn(context.at, context.directory.organisation.timeZone) };
}

function emptyRoute({ documentType: type }: Routable, policies: Route["policies"], context: WithDay): Route {
  return {
    at: context.at,
    ratesOn: context.ratesOn,
    ...(context.inPerson && { inPerson: true as const }),
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

/** The section that takes a document, without its levels and people; null where none does, or its amount is not known. */
export function sectionFor(
  document: Routable,
  asked: RoutingContext,
): { version: PolicyVersion; section: Section } | null {
  const context = withDay(asked);
  const { chosen: version } = choosePolicy(document, context.policies, context.directory);
  if (!version || "code" in measureOf(document, version.policy, context)) return null;
  const { section } = chooseSection(document, version.policy, document.facts(ownFieldsNamedBy(version.policy)));
  return section && { version, section };
}

/** The same under one given version, as when a document goes on under the version it started with. */
export function routeAgain(document: AnyDocument, version: PolicyVersion, asked: RoutingContext): Route {
  const context = withDay(asked);
  const { looked, chosen } = choosePolicy(document, [version], context.directory);
  const routable = routableOf(document, context);
  return routeUnder(routable, chosen ?? version, emptyRoute(routable, looked, context), context);
}

function routeUnder(document: Routable, version: PolicyVersion, start: Route, context: WithDay): Route {
  const { policy } = version;
  const named: Route = {
    ...start,
    policy: { id: policy.id, name: policy.name, version: version.version, hash: version.hash },
  };
  const measured = measureOf(document, policy, context);
  if ("code" in measured) return { ...named, holds: [measured] };
  const facts = document.facts(ownFieldsNamedBy(policy));
  const { sections, section, hold } = chooseSection(document, policy, facts);
  if (!section) return { ...named, measured, sections, holds: [hold] };
  const index = bandOf(measured.compared.minor, section.thresholds);
  const looked = { document, facts, policy, section, band: index, amount: ownAmount(measured), context };
  const levels = section.levels.map((level) => routeLevel(level, looked));
  const { outcome, holds } = conclude(section, index, levels, policy);
  const found = { measured, sections, section: { id: section.id, name: section.name }, band: { index }, levels };
  const routed: Route = { ...named, ...found, outcome, holds };
  if (policy.repeatedApprover === "must differ") routed.mustDiffer = true;
  return routed;
}

/** What a policy measures a document by, with the arithmetic; or why it cannot be measured. */
export function measure(document: AnyDocument, policy: Policy, asked: RoutingContext): Measured | HoldReason {
  const context = withDay(asked);
  return measureOf(routableOf(document, context), policy, context);
}

function measureOf(document: Routable, policy: Policy, context: WithDay): Measured | HoldReason {
  const { currency } = policy;
  const { kind, days } = policy.measure;
  const on = context.ratesOn;
  const found = document.measured(kind, { currency, on, days });
  if (!found)
    return { code: "no approving level", why: { code: "measure not carried out", values: { measure: kind } } };
  if ("why" in found) return { code: UNMEASURED[found.why.code], why: found.why };
  const { amount, how } = found;
  const converted = convert(amount, policy.currency, on, context.rates);
  if (!converted.ok) return { code: UNMEASURED[converted.why.code], why: converted.why };
  return {
    measure: kind,
    amount: bare(amount),
    how,
    // A credit note needs whoever would approve the same amount of spending.
    compared: money(Math.abs(converted.money.minor), policy.currency),
    rate: converted.rate,
  };
}

/** What a hold is called by why the amount is not known: a missing rate may still come, and then it goes on. */
const UNMEASURED = {
  "no rate": "no exchange rate",
  "no rate for a total": "no exchange rate",
  "no rate for the old limit": "no exchange rate",
  "what is owed is not known": "not measurable",
  "total too large": "not measurable",
  "increase too large": "not measurable",
  "too large to convert": "not measurable",
} as const satisfies Record<(UnmeasuredReason | ConversionReason)["code"], HoldReason["code"]>;

type SectionChoice = { sections: SectionConsidered[]; section: Section | null; hold: HoldReason };

function chooseSection({ toCurrency, unknown }: Routable, policy: Policy, facts: Facts): SectionChoice {
  let found = null as Section | null;
  let undecided = null as HoldReason | null;
  const sections = policy.sections.map((section): SectionConsidered => {
    const looked = { section: section.id, name: section.name };
    if (found || undecided) return { ...looked, outcome: "not reached" };
    const explained: Explained | undefined =
      section.when === "otherwise" ? undefined : evaluate(section.when, facts, toCurrency, unknown);
    if (!explained || explained.outcome === "met") {
      found = section;
      return explained ? { ...looked, outcome: "fits", explained } : { ...looked, outcome: "fits" };
    }
    if (explained.outcome === "not met") return { ...looked, outcome: "does not fit", explained };
    undecided = {
      code: "no exchange rate",
      why: { code: "section cannot be told", values: { section: section.id } },
    };
    return { ...looked, outcome: "cannot be told", explained };
  });
  const hold: HoldReason = undecided ?? { code: "no approving level", why: { code: "no section fits" } };
  return { sections, section: found, hold };
}

/** What every level of a section looks at. */
type Looked = {
  document: Routable;
  facts: Facts;
  policy: Policy;
  section: Section;
  /** Index of the band. */
  band: number;
  /** See `ownAmount`. */
  amount: Money | null;
  context: RoutingContext;
};

function routeLevel(level: Level, { document, facts, policy, section, band, amount, context }: Looked): RoutedLevel {
  const base = baseOf(level);
  const mark = level.marks[band] ?? "none";
  if (mark === "none") return passedOver(base, { code: "no part in the band" });
  const told = mark === "told" || level.kind === "notice";
  const awaited = told ? NOTHING : awaitedBy(level, section, band, document, context);
  const undecidable =
    level.when && awaited.compared.length === 0
      ? evaluate(level.when, facts, document.toCurrency, document.unknown)
      : null;
  if (undecidable?.outcome === "not met") return passedOver(base, { code: "condition not met" });
  if (awaited.naming.length > 0)
    return { ...base, outcome: "required", why: awaitsFields(awaited), needed: 1, candidates: [] };
  const people = peopleOf(policy, level, document, amount, context);
  const { candidates } = people;
  if (!told && people.passed) {
    const passed = { ...passedOver(base, people.passed), candidates };
    return people.counts ? { ...passed, counts: people.counts } : passed;
  }
  const blocked =
    undecidable?.outcome === "undecidable" ? ({ code: "condition cannot be told" } as const) : people.blocked;
  const routed: RoutedLevel = told
    ? { ...base, outcome: "told", why: { code: "told in the band" }, needed: 0, candidates }
    : { ...base, outcome: "required", why: whyAsked(level, awaited), needed: people.needed, candidates };
  if (people.inTurn) routed.inTurn = true;
  if (!told && blocked) routed.blocked = blocked;
  return routed;
}

function whyAsked(level: Level, awaited: Awaited): LevelReason {
  return awaited.compared.length > 0 ? awaitsFields(awaited) : partOf(level);
}

/** What a route says of a level whatever comes of it; a policy is never changed in place, and its levels are looked at for every document. */
function baseOf(level: Level): LevelBase {
  const known = bases.get(level);
  if (known) return known;
  const { id, name, stage, quorum, refusal, commentOn, instruction } = level;
  const kind = level.kind === "task" || level.kind === "check" ? { kind: level.kind } : {};
  const checklist = level.checklist.length > 0 ? { checklist: level.checklist } : {};
  const base = { level: id, name, stage, quorum, refusal, commentOn, instruction, ...kind, ...checklist };
  bases.set(level, base);
  return base;
}

const bases = new WeakMap<Level, LevelBase>();

type LevelBase = Omit<RoutedLevel, "outcome" | "why" | "needed" | "candidates">;

function passedOver(base: LevelBase, why: LevelReason): RoutedLevel {
  return { ...base, outcome: "passed over", why, needed: 0, candidates: [] };
}

function awaitsFields({ compared, naming }: Awaited): LevelReason {
  return { code: "awaits fields", values: { fields: [...new Set([...compared, ...naming])] } };
}

function partOf({ kind, when }: Level): LevelReason {
  const values = { conditional: when !== undefined };
  switch (kind) {
    case "approval":
      return { code: "approves in the band", values };
    case "task":
      return { code: "has its task in the band", values };
    case "check":
      return { code: "verified in the band", values };
    case "notice":
      return { code: "told in the band" };
  }
}

function conclude(
  section: Section,
  band: number,
  levels: readonly RoutedLevel[],
  { repeatedApprover }: Policy,
): Pick<Route, "outcome" | "holds"> {
  const required = levels.filter((level) => level.outcome === "required");
  const blocked = required.flatMap((level): HoldReason[] =>
    level.blocked
      ? [heldAt(level.level, { code: "level blocked", values: { level: level.level, why: level.blocked } })]
      : [],
  );
  // Whom a level asks that waits for what an earlier one fills in is not known yet, and looked up when it opens.
  const asked = required.filter((level) => level.kind !== "check" && !isAwaitingPeople(level));
  const apart = repeatedApprover !== "must differ" || blocked.length > 0 || enoughInAll(asked);
  const levelsAsked = asked.map((level) => level.level);
  const holds: HoldReason[] = apart
    ? blocked
    : [
        {
          code: "no eligible approver",
          why: { code: "same people asked", values: { levels: levelsAsked } },
        },
      ];
  // A task or a check is no approval: a band that asks for one is not passed by these alone.
  const counted = levels.some((level) => level.counts);
  if (counted || required.some((level) => !level.kind)) return { outcome: holds.length ? "held" : "chain", holds };
  if (section.bands[band]?.approval === "none") return { outcome: "no approval needed", holds: [] };
  return { outcome: "held", holds: [{ code: "no approving level", why: { code: "no level approves" } }] };
}

function isAwaitingPeople({ why, candidates }: RoutedLevel): boolean {
  return why.code === "awaits fields" && candidates.length === 0;
}

/** That a level cannot come to a decision, and why. */
export function heldAt(level: string, why: HeldReason): HoldReason {
  return { code: "no eligible approver", why, level };
}
