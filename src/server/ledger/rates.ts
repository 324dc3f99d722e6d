import { dayIn } from "@/core/calendar";
import { FAR_RATE_PERCENT, isFarFrom, type Rate } from "@/core/money";
import type { Person } from "@/core/people";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import type { Db } from "../db/open";
import { lookAgain } from "../holds/look-again";
import { append } from "../log/log";
import { project } from "../log/projection";
import { readReferenceData } from "../reference-data";
import { act } from "./act";

/**
 * Exchange rates of a day; what was held for want of one is looked at again. A rate far from the last one, or another one for a day that has one, moves
 * documents to other bands and is a controller's.
 */
export function publishRates(app: App, actor: Person, rates: Rate[], command: string) {
  const about = { action: "rates.write" as const, command, stream: "rates", type: "rates published" };
  return act(app, actor, about, (): Result<{ released: string[] }> => {
    const at = app.clock.now();
    const today = dayIn(at, readReferenceData(app).directory.organisation.timeZone);
    const refusals = rates.flatMap((rate) => whyNoRate(app, actor, rate, today) ?? []);
    if (refusals.length > 0) return { ok: false, refusals };
    project(
      app.db,
      append(app.db, "rates", [{ type: "rates published", data: { rates } }], { actor: actor.id, at, command }),
    );
    const arrived = rates.map(({ from, to, rate }) => ({ from, to, rate }));
    const because = { code: "rate arrived" as const, values: { rates: arrived } };
    return { ok: true, value: { released: lookAgain(app, { about: "routing" }, because) } };
  });
}

function whyNoRate(app: App, actor: Person, rate: Rate, today: string): Refusal | null {
  if (rate.from === rate.to) return refuse("rate of the own currency", { from: rate.from, to: rate.to }, "from");
  if (rate.date > today) return refuse("rate of a day to come", null, "date");
  const known = nearestRate(app.db, rate);
  if (!known || !authorise(actor, "rates.far")) return null;
  const was = { from: known.from, to: known.to, rate: known.rate, date: known.date };
  // Else one that may not be far from the last would get there by many small corrections.
  if (known.date === rate.date && known.from === rate.from)
    return known.rate === rate.rate ? null : refuse("rate of the day stands", was, "rate");
  return isFarFrom(rate, known) ? refuse("rate is far", { ...was, percent: FAR_RATE_PERCENT }, "rate") : null;
}

/** The rate of the same two currencies, either way round, whose day is nearest to that of another. */
function nearestRate(db: Db, { from, to, date }: Rate): Rate | undefined {
  return db
    .prepare(
      `SELECT source_currency AS "from", target_currency AS "to", date, rate, source FROM rate
       WHERE (source_currency = @from AND target_currency = @to) OR (source_currency = @to AND target_currency = @from)
       ORDER BY abs(julianday(date) - julianday(@date)), source_currency = @from DESC, date DESC LIMIT 1`,
    )
    .get({ from, to, date }) as Rate | undefined;
}
