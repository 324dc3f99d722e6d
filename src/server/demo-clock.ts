import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "./access/authorise";
import type { App } from "./app";
import { searchDue } from "./credit/search";
import { append } from "./log/log";
import { lookAtRouting } from "./ledger/work";
import { project } from "./log/projection";
import { sendDigests, tellAbsences } from "./messages/by-time";
import { fireTimers, nextDue, type NextDue } from "./time/timers";

const FURTHEST_DAYS = 800;

/** Moves a demonstration's clock forward, never back, so that what is scheduled can be seen to happen. */
export function moveClock(app: App, actor: Person, to: string, command: string): Result<{ now: string }> {
  const refusal = authorise(actor, "clock.move");
  if (refusal) return { ok: false, refusals: [refusal] };
  const { move } = app.clock;
  if (!app.demo || !move) return refused("clock of a demonstration only");
  const now = app.clock.now();
  const target = new Date(to).toISOString();
  if (target <= now) return refused("clock not back", null, "to");
  if (Date.parse(target) - Date.parse(now) > FURTHEST_DAYS * 86_400_000)
    return refused("clock too far", { days: FURTHEST_DAYS }, "to");
  passTime(app, target, move);
  app.db
    .transaction(() => {
      // The event carries the new time, so that the log goes on from there after a restart too.
      const events = [{ type: "clock moved", data: { to: target } }];
      project(app.db, append(app.db, "clock", events, { actor: actor.id, at: target, command }));
    })
    .immediate();
  move(target);
  app.wakeWorker?.();
  return { ok: true, value: { now: app.clock.now() } };
}

/** What comes next in a demonstration, for whoever may move its clock; null when nothing is planned. */
export function comingUp(app: App, reader: Person): Result<NextDue | null> {
  const refusal = authorise(reader, "clock.move");
  if (refusal) return { ok: false, refusals: [refusal] };
  return { ok: true, value: app.demo ? nextDue(app) : null };
}

/** What is planned until then happens at its own moment, one thing after the other, as if the time had gone by. */
function passTime(app: App, target: string, move: (to: string) => void): void {
  for (let next = nextDue(app); next && next.at <= target; next = nextDue(app)) {
    move(next.at);
    fireTimers(app);
    lookAtRouting(app);
    searchDue(app);
    tellAbsences(app);
    sendDigests(app);
  }
}
