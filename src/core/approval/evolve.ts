import type { Route } from "../routing";
import type { Decision, DocumentEvent, DocumentState, LevelState, Step } from "./types";

/** The state after an event that happened at `at`. Never refuses: what is in the log has happened. */
export function evolve(state: DocumentState | null, event: DocumentEvent, at: string): DocumentState {
  if (event.type === "drafted") return begin(event.data, at);
  if (!state) throw new RangeError(`An event “${event.type}” cannot come before the document is drafted`);
  switch (event.type) {
    case "draft saved":
      return { ...state, document: event.data.document };
    case "submitted": {
      const { revision, document, route, around } = event.data;
      const sent: DocumentState = {
        ...state,
        status: "waiting",
        revision,
        document,
        route,
        levels: levelsOf(route),
        refused: [],
        submittedAt: state.submittedAt ?? at,
      };
      return around ? { ...sent, around } : sent;
    }
    case "rerouted": {
      const { route, around } = event.data;
      const again: DocumentState = { ...state, route, levels: levelsOf(route), refused: [] };
      return around ? { ...again, around } : again;
    }
    case "revised":
      return revised(state, event.data);
    case "looked again":
      return { ...state, around: event.data.around };
    case "hold placed":
    case "hold released":
      return { ...state, holds: holdsAfter(state, event, at) };
    case "reduced": {
      const { refused, measured, band } = event.data;
      return { ...state, refused, route: { ...state.route!, measured, band } };
    }
    case "approved":
    case "declined":
    case "withdrawn":
      return { ...state, status: event.type, closedAt: at };
    case "steps begun":
    case "step done":
    case "step failed":
    case "step retried":
    case "step skipped":
      return { ...state, steps: stepsAfter(state.steps ?? [], event, at) };
    default:
      return onChain(state, event, at);
  }
}

type ChainEvent = Extract<DocumentEvent, { data: { level: string } }>;

function onChain(state: DocumentState, event: Exclude<ChainEvent, { type: "declined" }>, at: string): DocumentState {
  switch (event.type) {
    case "level opened": {
      const { needed, pool } = event.data;
      return onLevel(state, event.data.level, { status: "open", needed, pool, openedAt: at });
    }
    case "level passed over":
      return onLevel(state, event.data.level, { status: "passed over", closedAt: at, because: event.data.because });
    case "approval given":
      return say(state, { ...event.data, outcome: "approve", at });
    case "approval refused":
      return say(state, { ...event.data, outcome: "decline", at });
    case "check passed":
      return onLevel(state, event.data.level, { because: event.data.found });
    case "level approved":
      return onLevel(state, event.data.level, { status: "approved", closedAt: at });
    case "level declined":
      return onLevel(state, event.data.level, { status: "declined", closedAt: at });
    case "sent back":
      return { ...say(state, { ...event.data, outcome: "sendBack", at }), status: "sent back" };
  }
}

function begin(
  { id, number, document }: { id: string; number: string; document: DocumentState["document"] },
  at: string,
): DocumentState {
  return {
    id,
    number,
    status: "draft",
    revision: 1,
    document,
    route: null,
    levels: [],
    holds: [],
    createdAt: at,
    submittedAt: null,
    closedAt: null,
  };
}

/** Levels that begin again are as the new route has them; the others keep what was decided, unless the route no longer asks for them. */
function revised(state: DocumentState, data: Extract<DocumentEvent, { type: "revised" }>["data"]): DocumentState {
  const { revision, document, route, around, again } = data;
  const levels = levelsOf(route).map((level) => {
    const before = state.levels.find((one) => one.level === level.level);
    if (!before || again.includes(level.level)) return level;
    const begun = before.status === "approved" || before.status === "open";
    return begun && level.status === "not yet" ? before : before.status === "approved" ? before : level;
  });
  const kept = around ?? state.around;
  return { ...state, revision, document, route, levels, refused: [], ...(kept && { around: kept }) };
}

function holdsAfter(
  state: DocumentState,
  event: Extract<DocumentEvent, { type: "hold placed" | "hold released" }>,
  at: string,
): DocumentState["holds"] {
  if (event.type === "hold placed") {
    const { by, ...hold } = event.data;
    return [...state.holds, { ...hold, placedBy: by, placedAt: at, releasedAt: null, released: null }];
  }
  const { id, how, by, because } = event.data;
  return state.holds.map((hold) =>
    hold.id === id ? { ...hold, releasedAt: at, released: { how, by, why: because } } : hold,
  );
}

type StepEvent = Extract<DocumentEvent, { type: `step${string}` }>;

function stepsAfter(steps: readonly Step[], event: StepEvent, at: string): Step[] {
  if (event.type === "steps begun")
    return event.data.steps.map(({ kind, note }, index) => ({
      step: index + 1,
      kind,
      note,
      status: "waiting",
      attempts: 0,
      nextAt: at,
      result: "",
      at: null,
    }));
  const change = (one: Step): Partial<Step> => {
    switch (event.type) {
      case "step done":
        return { status: "done", attempts: one.attempts + 1, nextAt: null, result: event.data.result, at };
      case "step failed": {
        const { error, nextAt } = event.data;
        return { status: "failed", attempts: one.attempts + 1, nextAt, result: error, at };
      }
      case "step retried":
        return { status: "waiting", nextAt: at };
      case "step skipped":
        return { status: "skipped", nextAt: null, result: event.data.reason, at };
    }
  };
  return steps.map((one) => (one.step === event.data.step ? { ...one, ...change(one) } : one));
}

function levelsOf(route: Route): LevelState[] {
  return route.levels.map((level) => ({
    level: level.level,
    name: level.name,
    stage: level.stage,
    status: level.outcome === "required" ? "not yet" : level.outcome,
    needed: level.needed,
    refusal: level.refusal,
    commentOn: level.commentOn,
    ...(level.kind && { kind: level.kind }),
    ...(level.checklist && { checklist: level.checklist }),
    pool: [],
    ...(level.inTurn && { inTurn: true as const }),
    decisions: [],
    openedAt: null,
    closedAt: null,
  }));
}

function onLevel(state: DocumentState, id: string, change: Partial<LevelState>): DocumentState {
  return { ...state, levels: state.levels.map((level) => (level.level === id ? { ...level, ...change } : level)) };
}

function say(state: DocumentState, decision: Decision): DocumentState {
  const level = state.levels.find((candidate) => candidate.level === decision.level);
  return level ? onLevel(state, level.level, { decisions: [...level.decisions, decision] }) : state;
}
