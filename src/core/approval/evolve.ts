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
    case "asked": {
      const { question, by, to, text } = event.data;
      return { ...state, questions: [...(state.questions ?? []), { question, by, to, text, at, answer: null }] };
    }
    case "answered":
      return {
        ...state,
        questions: (state.questions ?? []).map((one) =>
          one.question === event.data.question ? { ...one, answer: { text: event.data.text, at } } : one,
        ),
      };
    case "reminded by requester":
      return { ...state, remindedAt: at };
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
      const { level, ...opened } = event.data;
      return onLevel(state, level, { status: "open", ...opened, openedAt: at });
    }
    case "next asked": {
      const { level, due, timers } = event.data;
      return onLevel(state, level, { ...(due && timers && { due, timers }) });
    }
    case "reminded":
      return fired(state, event.data, at);
    case "level overdue":
      return onLevel(fired(state, event.data, at), event.data.level, { overdueAt: at });
    case "level passed on": {
      const { level, pool, needed, due, timers } = event.data;
      return onLevel(state, level, {
        pool,
        needed,
        overdueAt: at,
        ...(due && timers ? { due, timers } : { timers: [] }),
      });
    }
    case "level lapsed":
      return onLevel(fired(state, event.data, at), event.data.level, { status: "lapsed", overdueAt: at, closedAt: at });
    case "level passed over": {
      const { level, ...passed } = event.data;
      return onLevel(state, level, { status: "passed over", closedAt: at, ...passed });
    }
    case "approval counted":
      return say(state, { ...event.data, comment: "", outcome: "approve", at });
    case "handed over":
      return onLevel(state, event.data.level, { pool: event.data.pool });
    case "approver added":
      return withAdded(state, event.data, at);
    case "returned":
      return { ...state, levels: levelsAgain(state, event.data.again) };
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
    ...(level.counts && { counts: true as const }),
    pool: [],
    ...(level.inTurn && { inTurn: true as const }),
    decisions: [],
    openedAt: null,
    closedAt: null,
  }));
}

/** Half a stage before the level that waits for it, which opens again afterwards. */
function withAdded(
  state: DocumentState,
  data: Extract<DocumentEvent, { type: "approver added" }>["data"],
  at: string,
): DocumentState {
  const { level, name, before, person, by } = data;
  const waits = state.levels.find((one) => one.level === before)!;
  const added: LevelState = {
    level,
    name,
    stage: waits.stage - 0.5,
    status: "open",
    needed: 1,
    refusal: "first ends",
    commentOn: ["decline", "sendBack"],
    pool: [person],
    added: { by, before },
    decisions: [],
    openedAt: at,
    closedAt: null,
  };
  const { due: _, timers: __, overdueAt: ___, ...rest } = waits;
  const paused: LevelState = { ...rest, status: "not yet", pool: [], openedAt: null };
  return { ...state, levels: state.levels.flatMap((one) => (one.level === before ? [added, paused] : [one])) };
}

/** Levels as the route has them, for those that begin again; whoever was added to them is not asked again. */
function levelsAgain(state: DocumentState, again: readonly string[]): LevelState[] {
  const fresh = levelsOf(state.route!);
  return state.levels.flatMap((level) => {
    if (!again.includes(level.level)) return [level];
    return fresh.find((one) => one.level === level.level) ?? [];
  });
}

function fired(state: DocumentState, { level, timer }: { level: string; timer: number }, at: string): DocumentState {
  const timers = state.levels.find((one) => one.level === level)?.timers ?? [];
  return onLevel(state, level, {
    timers: timers.map((one, index) => (index === timer ? { ...one, firedAt: at } : one)),
  });
}

function onLevel(state: DocumentState, id: string, change: Partial<LevelState>): DocumentState {
  return { ...state, levels: state.levels.map((level) => (level.level === id ? { ...level, ...change } : level)) };
}

function say(state: DocumentState, decision: Decision): DocumentState {
  const level = state.levels.find((candidate) => candidate.level === decision.level);
  return level ? onLevel(state, level.level, { decisions: [...level.decisions, decision] }) : state;
}
