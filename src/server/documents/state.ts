import { evolve, type DocumentEvent, type DocumentState } from "@/core/approval";
import type { ChainedEvent, Sealer } from "@/core/records";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { openedBy, sealerOfLog } from "../log/sealed";

/** A state with the event it was folded to: by its hash, which no other event has, not even one that was written after this one was undone. */
type Folded = { version: number; hash: string; state: DocumentState };

/** States are kept nowhere but in the log; those that were folded last stay in memory, so that only what came since is read again. */
const MOST_KEPT = 1_000;
const kept = new WeakMap<Sealer, Map<string, Folded>>();

const READ =
  "SELECT version, time, type, data, hash FROM event WHERE stream = ? AND version >= ? AND version <= ? ORDER BY version";

/** A document as its events have made it; null where there is none of that id. */
export function readState(db: Db, id: string): DocumentState | null {
  return stateAt(db, id, Number.MAX_SAFE_INTEGER);
}

/**
 * A document as it was after so many of its events; null before the first of them.
 * @param last the number of the last event that counts, from 1
 */
export function stateAt(db: Db, id: string, last: number): DocumentState | null {
  if (last < 1) return null;
  const sealer = sealerOfLog(db);
  const states = kept.get(sealer) ?? new Map<string, Folded>();
  kept.set(sealer, states);
  const before = states.get(id);
  const from = before && before.version <= last ? before.version : 1;
  // A document's stream names no person, so that it is never sealed.
  const events = statement(db, READ).all(`document:${id}`, from, last) as ChainedEvent[];
  const goesOn = before !== undefined && events[0]?.version === before.version && events[0].hash === before.hash;
  if (!goesOn && from > 1) {
    states.delete(id);
    return stateAt(db, id, last);
  }
  const state = events
    .slice(goesOn ? 1 : 0)
    .reduce<DocumentState | null>(
      (now, stored) => folded(now, openedBy(db, sealer, stored)),
      goesOn ? before.state : null,
    );
  const { version, hash } = events.at(-1) ?? {};
  if (state && version !== undefined && hash !== undefined) keep(states, id, { version, hash, state });
  return state;
}

function folded(now: DocumentState | null, { type, data, time }: ChainedEvent): DocumentState | null {
  return evolve(now, { type, data: JSON.parse(data) as unknown } as DocumentEvent, time);
}

/** Keeps a state as the newest, and lets the one go that was asked for longest ago. Frozen: whoever changed it would change what everybody reads. */
function keep(states: Map<string, Folded>, id: string, one: Folded): void {
  if (states.get(id)?.state !== one.state) freeze(one.state);
  states.delete(id);
  states.set(id, one);
  if (states.size > MOST_KEPT) states.delete(states.keys().next().value!);
}

function freeze(value: unknown): void {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return;
  Object.freeze(value);
  for (const part of Object.values(value)) freeze(part);
}
