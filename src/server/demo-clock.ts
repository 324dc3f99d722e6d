import type { Person } from "@/core/people";
import { refuse, type Result } from "@/core/refusal";
import { authorise } from "./access/authorise";
import type { App } from "./app";
import { append } from "./log/log";
import { project } from "./log/projection";

const FURTHEST_DAYS = 800;

/** Moves a demonstration's clock forward, never back, so that what is scheduled can be seen to happen. */
export function moveClock(app: App, actor: Person, to: string, command: string): Result<{ now: string }> {
  const refusal = authorise(actor, "clock.move");
  if (refusal) return { ok: false, refusals: [refusal] };
  const { move } = app.clock;
  if (!app.demo || !move)
    return { ok: false, refusals: [refuse("not a demo", "Only a demonstration has a clock that can be moved")] };
  const now = app.clock.now();
  const target = new Date(to).toISOString();
  if (target <= now)
    return { ok: false, refusals: [refuse("past", "The clock can be moved forward only; choose a later time", "to")] };
  if (Date.parse(target) - Date.parse(now) > FURTHEST_DAYS * 86_400_000)
    return { ok: false, refusals: [refuse("too far", `Move it by ${FURTHEST_DAYS} days at most`, "to")] };
  app.db
    .transaction(() => {
      // The event carries the new time, so that the log goes on from there after a restart too.
      const events = [{ type: "clock moved", data: { to: target } }];
      project(app.db, append(app.db, "clock", events, { actor: actor.id, at: target, command }));
    })
    .immediate();
  move(target);
  return { ok: true, value: { now: app.clock.now() } };
}
