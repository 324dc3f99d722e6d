import { levelsAfter, levelsOf, levelsReturned, withAdded } from "./levels";
import { lastSent } from "./status";
import type { Decision, DocumentEvent, DocumentState, LevelState, Step } from "./types";

/** The state after an event that happened at `at`. Never refuses: what is in the log has happened. */
export function evolve(state: DocumentState | null, event: DocumentEvent, at: string): DocumentState {
  if (event.type === "drafted") return begin(event.data, at);
  if (!state) throw new RangeError(`An event “${event.type}” cannot come before the document is drafted`);
  switch (event.type) {
    case "draft saved":
      return { ...state, document: event.data.document, ...(state.submittedAt && { sentAs: lastSent(state) }) };
    case "submitted": {
      const { revision, document, hash, route, around, refused = [] } = event.data;
      const { sentAs: _, ...rest } = state;
      const sent: DocumentState = {
        ...rest,
        status: "waiting",
        revision,
        document,
        hash,
        route,
        levels: levelsOf(route),
        refused,
        submittedAt: state.submittedAt ?? at,
      };
      return withAround(standingForItself({ ...sent, revisions: [] }), around);
    }
    case "rerouted": {
      const { route, around } = event.data;
      return withAround({ ...state, route, levels: levelsOf(route), revisions: [] }, around);
    }
    case "revised":
      return revised(state, event.data);
    case "reopened": {
      const { route, again } = event.data;
      return { ...state, route, levels: levelsAfter(state, route, again, []) };
    }
    // What it was routed with stays: what has changed since is looked at for holds, and moves no approval.
    case "looked again":
      return { ...state, around: event.data.around, routedWith: state.routedWith ?? state.around ?? {} };
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
    case "paper supplied":
      return { ...state, supplied: [...(state.supplied ?? []), { ...event.data, at }] };
    case "paid":
      return { ...state, paid: { ...event.data, at } };
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
    case "reminded": {
      const { level, to, asked } = event.data;
      const heard = state.levels.find((one) => one.level === level)?.heard ?? [];
      const more = to.filter((person) => !asked.includes(person) && !heard.includes(person));
      const after = fired(state, event.data, at);
      return more.length > 0 ? onLevel(after, level, { heard: [...heard, ...more] }) : after;
    }
    case "level overdue":
      return onLevel(fired(state, event.data, at), event.data.level, { overdueAt: at });
    case "level passed on": {
      const { level, pool, needed, due, timers } = event.data;
      return onLevel(state, level, {
        moved: movedBy(state, level, pool, "passed on"),
        pool,
        needed,
        overdueAt: at,
        ...(due && timers ? { due, timers } : { timers: [] }),
      });
    }
    case "level lapsed":
      return onLevel(fired(state, event.data, at), event.data.level, {
        status: "lapsed",
        lapsedFor: event.data.basis,
        overdueAt: at,
        closedAt: at,
      });
    case "level passed over": {
      const { level, ...passed } = event.data;
      return onLevel(state, level, { status: "passed over", closedAt: at, ...passed });
    }
    case "approval counted":
      return say(state, { ...event.data, comment: "", outcome: "approve", at });
    case "handed over": {
      const { level, pool } = event.data;
      return onLevel(state, level, { moved: movedBy(state, level, pool, "handed over"), pool });
    }
    case "approver added":
      return { ...state, levels: withAdded(state, event.data, at) };
    case "returned":
      return { ...state, levels: levelsReturned(state, event.data.again) };
    case "approval given":
      return say(state, { ...event.data, outcome: "approve", at });
    case "approval refused":
      return say(state, { ...event.data, outcome: "decline", at });
    case "check passed":
      return state;
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

function revised(state: DocumentState, data: Extract<DocumentEvent, { type: "revised" }>["data"]): DocumentState {
  const { revision, document, hash, route, around, again, anew = [], refused = [] } = data;
  const levels = levelsAfter(state, route, again, anew);
  const revisions = [...(state.revisions ?? []), { revision: state.revision, document: state.document }];
  const edited: DocumentState = { ...state, revision, document, hash, route, levels, refused };
  return withAround(
    { ...standingForItself(edited), revisions: revisions.filter((one) => isDecidedFor(edited, one.revision)) },
    around,
  );
}

/** Whether something that stands was decided for a revision. */
function isDecidedFor({ levels }: DocumentState, revision: number): boolean {
  return levels.some(
    (level) =>
      level.lapsedFor?.revision === revision ||
      level.decisions.some((one) => (one.basis?.revision ?? one.revision) === revision),
  );
}

/** What is sent anew has its own papers: those that were supplied to what it was before are in it or not wanted. */
function standingForItself(state: DocumentState): DocumentState {
  const { supplied: _, ...sent } = state;
  return sent;
}

/** What it is routed with is what is known around it. */
function withAround(state: DocumentState, around: DocumentState["around"]): DocumentState {
  const { routedWith: _, ...routed } = state;
  return around ? { ...routed, around } : routed;
}

/** Who came to be asked by an event and not by the level's rule. */
function movedBy(
  state: DocumentState,
  id: string,
  pool: readonly string[],
  how: "handed over" | "passed on",
): LevelState["moved"] & object {
  const level = state.levels.find((one) => one.level === id);
  const fresh = pool.filter((seat) => !level?.pool.includes(seat)).map((seat) => ({ seat, how }));
  // That it was passed on is kept even where nobody new is asked: fewer may then be enough.
  const kept = fresh.length > 0 || how === "handed over" ? fresh : pool.slice(0, 1).map((seat) => ({ seat, how }));
  return [...(level?.moved ?? []), ...kept];
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
      result: null,
      at: null,
    }));
  const change = (one: Step): Partial<Step> => {
    switch (event.type) {
      case "step done":
        return { status: "done", attempts: one.attempts + 1, nextAt: null, result: event.data.result, at };
      case "step failed": {
        const { result, nextAt } = event.data;
        return { status: "failed", attempts: one.attempts + 1, nextAt, result, at };
      }
      case "step retried":
        return { status: "waiting", nextAt: at };
      case "step skipped":
        return { status: "skipped", nextAt: null, result: { code: "said", values: { said: event.data.reason } }, at };
    }
  };
  return steps.map((one) => (one.step === event.data.step ? { ...one, ...change(one) } : one));
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
