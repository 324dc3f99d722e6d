import type { Route } from "../routing";
import type { Decision, DocumentEvent, DocumentState, LevelState } from "./types";

/** The state after an event that happened at `at`. Never refuses: what is in the log has happened. */
export function evolve(state: DocumentState | null, event: DocumentEvent, at: string): DocumentState {
  if (event.type === "drafted") return begin(event.data, at);
  if (!state) throw new RangeError(`An event “${event.type}” cannot come before the document is drafted`);
  switch (event.type) {
    case "draft saved":
      return { ...state, document: event.data.document };
    case "submitted": {
      const { revision, document, route } = event.data;
      return {
        ...state,
        status: "waiting",
        revision,
        document,
        route,
        levels: levelsOf(route),
        submittedAt: state.submittedAt ?? at,
      };
    }
    case "rerouted":
      return { ...state, route: event.data.route, levels: levelsOf(event.data.route) };
    case "hold placed":
      return { ...state, holds: [...state.holds, { ...event.data, placedAt: at, releasedAt: null }] };
    case "hold released": {
      const { code, level } = event.data;
      const released = (hold: DocumentState["holds"][number]) =>
        hold.code === code && hold.level === level && !hold.releasedAt;
      return { ...state, holds: state.holds.map((hold) => (released(hold) ? { ...hold, releasedAt: at } : hold)) };
    }
    case "level opened":
      return onLevel(state, event.data.level, {
        status: "open",
        needed: event.data.needed,
        pool: event.data.pool,
        openedAt: at,
      });
    case "approval given":
      return say(state, { ...event.data, outcome: "approve", at });
    case "approval refused":
      return say(state, { ...event.data, outcome: "decline", at });
    case "level approved":
      return onLevel(state, event.data.level, { status: "approved", closedAt: at });
    case "level declined":
      return onLevel(state, event.data.level, { status: "declined", closedAt: at });
    case "sent back":
      return { ...say(state, { ...event.data, outcome: "sendBack", at }), status: "sent back" };
    case "approved":
    case "declined":
    case "withdrawn":
      return { ...state, status: event.type, closedAt: at };
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

function levelsOf(route: Route): LevelState[] {
  return route.levels.map((level) => ({
    level: level.level,
    name: level.name,
    stage: level.stage,
    status: level.outcome === "required" ? "not yet" : level.outcome,
    needed: level.needed,
    refusal: level.refusal,
    commentOn: level.commentOn,
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
