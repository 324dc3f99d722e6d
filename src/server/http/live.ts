import { lastSeq } from "../log/log";
import type { App } from "../app";

const EVERY_MS = 700;
/** Open pages of one person; who has more open learns of news when they load one. */
const MOST_OF_ONE = 20;

type Listener = { person: string; tell(seq: number): void };
type Live = { listeners: Set<Listener>; timer: NodeJS.Timeout | null; told: number };
const slot = globalThis as typeof globalThis & { bandeiraLive?: Live };

/**
 * Tells when something has happened: the number of the last event, at once and whenever it has changed. However many listen, the log is asked once.
 * @returns how to stop listening; null where this person listens from too many pages already
 */
export function listen({ db }: Pick<App, "db">, person: string, tell: (seq: number) => void): (() => void) | null {
  const live = (slot.bandeiraLive ??= { listeners: new Set(), timer: null, told: -1 });
  if ([...live.listeners].filter((one) => one.person === person).length >= MOST_OF_ONE) return null;
  const listener = { person, tell };
  live.listeners.add(listener);
  tell(lastSeq(db));
  live.timer ??= setInterval(() => {
    const seq = lastSeq(db);
    if (seq === live.told) return;
    live.told = seq;
    for (const one of live.listeners) one.tell(seq);
  }, EVERY_MS).unref();
  return () => {
    live.listeners.delete(listener);
    if (live.listeners.size > 0 || !live.timer) return;
    clearInterval(live.timer);
    live.timer = null;
  };
}
