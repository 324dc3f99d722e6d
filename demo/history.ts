import type { AnyDocument } from "@/core/documents";
import { exportRun, makeRun } from "@/server/payments/runs";
import { lookAtRun } from "@/server/payments/views";
import { checkpointBySchedule } from "@/server/log/checkpoints";
import { runInsideSteps } from "@/server/ledger/work";
import { fireTimers } from "@/server/time/timers";
import { shift } from "./accounts";
import type { DemoBuilder } from "./builder";
import { type Happening, type Push } from "./moments";
import { submitAndFollow } from "./simulate-approvals";

/** What is to happen, kept latest first, so that the next is taken from the end; nothing happens after the last moment, so that the log runs forward into the days of what is live. */
export function timeline(last: number): { push: Push; play: (make: DemoBuilder) => void } {
  const queue: Happening[] = [];
  const push: Push = ({ at, run }) => {
    const capped = Math.min(at, last);
    queue.splice(findPlace(queue, capped), 0, { at: capped, run });
  };
  const play = (make: DemoBuilder) => {
    for (let next = queue.pop(); next; next = queue.pop()) {
      letTimePass(make, new Date(next.at).toISOString());
      next.run();
    }
  };
  return { push, play };
}

/**
 * Sends documents in at working moments over a span, and follows each.
 * @param count how many @param document one of them, on an ISO date
 */
export function scatter(
  make: DemoBuilder,
  { from, end, push }: { from: number; end: number; push: Push },
  count: number,
  document: (date: string) => AnyDocument,
): void {
  for (let index = 0; index < Math.round(count); index += 1) {
    const at = make.working(from + make.random.next() * (end - from));
    const date = new Date(at).toISOString().slice(0, 10);
    push({ at, run: () => submitAndFollow(make, document(date), push) });
  }
}

/** What is planned until a moment happens at its own, one after the other, as the server would let it. */
function letTimePass({ app, clock, db }: DemoBuilder, until: string): void {
  const due = db.prepare("SELECT MIN(at) FROM timer WHERE at <= ?").pluck();
  for (let at = due.get(until) as string | null; at; at = due.get(until) as string | null) {
    if (at > clock.now()) clock.set(at);
    fireTimers(app);
  }
  clock.set(until);
}

/**
 * On Fridays the steps that waited are carried out, and what is in the run is paid.
 * @param from the first Friday, as an ISO date
 */
export function payOnFridays(make: DemoBuilder, from: string, until: string, push: Push): void {
  for (let friday = from; friday < until; friday = shift(friday, 7)) {
    const run = () => {
      runInsideSteps(make.app);
      make.customs.beforePaying?.(make);
      pay(make, friday);
    };
    push({ at: Date.parse(`${friday}T16:30:00.000Z`), run });
  }
}

/** What is planned by a day is looked at, put in a run and handed to the bank. */
function pay({ app, who, must, random, customs }: DemoBuilder, day: string): void {
  const clerk = who(customs.pays);
  const items = lookAtRun(app, clerk, day).ready.filter((one) => one.ticked);
  if (items.length === 0) return;
  const made = must(makeRun(app, clerk, { day, items }, random.uuid()));
  if ("run" in made) must(exportRun(app, clerk, { run: made.run }, random.uuid()));
}

/** A checkpoint of the log at the beginning of each month. @param months how many, the first one counted from January of the year */
export function checkpoints({ app }: DemoBuilder, year: number, months: readonly number[], push: Push): void {
  for (const month of months) push({ at: Date.UTC(year, month, 1, 3), run: () => void checkpointBySchedule(app) });
}

function findPlace(queue: readonly Happening[], at: number): number {
  let low = 0;
  let high = queue.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (queue[middle]!.at > at) low = middle + 1;
    else high = middle;
  }
  return low;
}
