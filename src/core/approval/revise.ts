import { documentType, type AnyDocument } from "../documents";
import { refuse, type Result } from "../refusal";
import { lookingFrom, measure, routeAgain, type Route } from "../routing";
import { formatMoney } from "../money";
import { sameValue, type Condition } from "../conditions";
import { canonical } from "../records";
import type { Policy, PolicyVersion } from "../policy";
import { joinWords } from "../words";
import { advance, done, fold, no, ofRouting, place, releaseAll, versionFor } from "./chain";
import { refreshHolds } from "./holding";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState, EditEffect } from "./types";

type Revise = Extract<DocumentCommand, { type: "revise" }>;

/**
 * An edit of a document in approval. It becomes the next revision; which approvals it voids is what its policy says of edits. The policy
 * version stays the one it started with, and the route is made anew under it.
 */
export function revise(state: DocumentState, command: Revise, context: DecideContext): Result<DocumentEvent[]> {
  const found = effectOfEdit(state, command, context);
  if (!found.ok) return found;
  const { effect, again, route, ...rest } = found.value;
  const around = context.routing.around;
  const revised: DocumentEvent = {
    type: "revised",
    data: {
      revision: state.revision + 1,
      document: command.document,
      route,
      ...(around && { around }),
      effect,
      again,
      ...rest,
    },
  };
  const events = [...releaseAll(state, "it was edited", ["routing", "check"]), revised];
  const placed = [...events, ...refreshHolds(fold(state, events, context.at), "it was edited", context)];
  const after = fold(state, placed, context.at);
  if (route.outcome === "held") return done([...placed, ...place(after, route.holds.map(ofRouting), context.actor)]);
  return done([...placed, ...advance(after, context)]);
}

export type Edit = EditEffect & { again: string[]; route: Route };

/** What an edit would do, for whoever is about to make it; refuses what cannot be edited. */
export function effectOfEdit(state: DocumentState, command: Revise, context: DecideContext): Result<Edit> {
  if (state.status !== "waiting")
    return no("not waiting", `${state.number} is ${state.status}; only a document in approval is edited this way`);
  if (command.revision !== state.revision)
    return no("other revision", `Revision ${state.revision} has come meanwhile; look at it before editing`, "revision");
  if (command.document.documentType !== state.document.documentType)
    return no("invalid", "A document stays of its type", "documentType");
  const missing = documentType(command.document.documentType).missing(command.document);
  if (missing.length > 0)
    return { ok: false, refusals: missing.map((item) => refuse("missing", item.message, item.path)) };
  const version = versionFor(state, context);
  if (!version) return no("held", `${state.number} is under no policy yet; a controller routes it again first`);
  const changed = changedFields(state, command.document, context);
  if (changed.length === 0 && canonical(state.document) === canonical(command.document))
    return no("unchanged", "Nothing was changed");
  const route = routeAgain(command.document, version, { ...context.routing, at: context.at });
  const { material, why } = whatMatters(state, command.document, changed, version.policy, context);
  const effect = material.length === 0 ? "carry on" : version.policy.edits.effect;
  const again = effect === "carry on" ? [] : levelsAgain(state, effect, material, route, version);
  const voided = state.levels
    .filter((level) => again.includes(level.level))
    .flatMap((level) =>
      level.decisions.filter((one) => one.outcome === "approve").map((one) => ({ level: level.level, by: one.by })),
    );
  return { ok: true, value: { effect, why, voided, again, route } };
}

/** Keys of the fields whose values differ, with “(other)” where something outside them does. */
function changedFields(state: DocumentState, after: AnyDocument, context: DecideContext): string[] {
  const type = documentType(after.documentType);
  const before = type.facts(state.document, lookingFrom(state.document, { ...context.routing, around: state.around }));
  const now = type.facts(after, lookingFrom(after, context.routing));
  const fields = type.fields
    .map((field) => field.key)
    .filter((key) => !sameValue(before[key] ?? null, now[key] ?? null));
  const other = type.changes(state.document, after).length > 0 && fields.length === 0;
  return other ? ["(other)"] : fields;
}

type Matters = { material: string[]; why: string };

/** The changed fields that the policy calls material; a move of the amount within tolerance is not. */
function whatMatters(
  state: DocumentState,
  after: AnyDocument,
  changed: readonly string[],
  policy: Policy,
  context: DecideContext,
): Matters {
  const { fields, toleranceMinor, tolerancePercent } = policy.edits;
  const type = documentType(after.documentType);
  const labels = (keys: readonly string[]) =>
    joinWords(
      keys.map((key) => type.fields.find((field) => field.key === key)?.label ?? "text or papers"),
      "and",
    );
  const now = measure(after, policy, { ...context.routing, at: context.at });
  const before = state.route?.measured?.compared;
  if ("code" in now || !before) return { material: [...changed], why: "the amount cannot be measured" };
  const moved = Math.abs(now.compared.minor - before.minor);
  const tolerated =
    moved === 0 ||
    ((toleranceMinor > 0 || tolerancePercent > 0) &&
      (toleranceMinor === 0 || moved <= toleranceMinor) &&
      (tolerancePercent === 0 || moved * 100 <= tolerancePercent * before.minor));
  const isAmount = (key: string) => type.fields.find((field) => field.key === key)?.kind === "amount";
  const counted = fields.length > 0 ? changed.filter((key) => fields.includes(key)) : [...changed];
  const material = counted.filter((key) => !(tolerated && isAmount(key)));
  const move = moved === 0 ? "" : `; the amount goes from ${formatMoney(before)} to ${formatMoney(now.compared)}`;
  const why = material.length
    ? `${labels(material)} changed${move}`
    : `${changed.length ? labels(changed) : "text or papers"} changed, which ${policy.name} lets pass${move}`;
  return { material, why };
}

/** The levels that begin again: all, or all from the first that the edit concerns. */
function levelsAgain(
  state: DocumentState,
  effect: "from the level" | "start again" | "carry on",
  material: readonly string[],
  route: Route,
  { policy }: PolicyVersion,
): string[] {
  const begun = state.levels.filter((level) => level.status !== "told");
  if (effect === "start again") return begun.map((level) => level.level);
  const section = policy.sections.find((one) => one.id === route.section?.id);
  // In another section nothing is as it was asked before.
  if (!section || section.id !== state.route?.section?.id) return begun.map((level) => level.level);
  // Whoever approved another amount, or what no condition tells apart, is asked anew.
  const all = begun.map((level) => level.level);
  if (route.measured?.compared.minor !== state.route.measured?.compared.minor) return all;
  const concerned = route.levels.filter((level) => {
    const when = section.levels.find((one) => one.id === level.level)?.when;
    const newly = state.levels.find((one) => one.level === level.level)?.status === "passed over";
    return level.outcome === "required" && (newly || (when && fieldsOf(when).some((key) => material.includes(key))));
  });
  if (concerned.length === 0) return all;
  const stage = Math.min(...concerned.map((level) => level.stage));
  return begun.filter((level) => level.stage >= stage).map((level) => level.level);
}

function fieldsOf(condition: Condition): string[] {
  return "of" in condition ? condition.of.flatMap(fieldsOf) : [condition.field];
}
