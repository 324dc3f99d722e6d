import { evaluate } from "@/core/conditions";
import { convert, type Money } from "@/core/money";
import type { Policy } from "@/core/policy";
import type { App } from "../app";
import type { Summary } from "../log/projection";
import { ratesFor, readWorld } from "../world";

/** Past amounts by section of a policy, in minor units of its currency, and how long decisions took. */
export type History = { amounts: Record<string, number[]>; months: number; from: string; daysPerStage: number };

const MONTHS = 12;
const DAY = 86_400_000;

type PastRow = { unit: string; summary: string };

/**
 * The documents of the last twelve months that a policy's sections would have caught, whatever policy they went under. One
 * that cannot be measured for want of a rate is left out. Days count Monday to Friday; holidays are not known here.
 */
export function historyFor(app: App, policy: Policy): History {
  const now = app.clock.now();
  const from = new Date(Date.parse(now) - 365 * DAY).toISOString();
  const rows = app.db
    .prepare("SELECT unit, summary FROM document WHERE type = ? AND submitted_at >= ? AND submitted_at < ?")
    .iterate(policy.documentType, from, now) as IterableIterator<PastRow>;
  const amounts: Record<string, number[]> = Object.fromEntries(policy.sections.map((section) => [section.id, []]));
  const days: number[] = [];
  const toCurrency = converterByDate(app);
  const inScope = scopeOf(app, policy);
  for (const row of rows) {
    const summary = JSON.parse(row.summary) as Summary;
    const caught = inScope(row.unit)
      ? catchIn(policy, summary, (amount, currency) => toCurrency(amount, currency, summary.date))
      : null;
    if (caught) amounts[caught.section]!.push(caught.minor);
    days.push(...summary.levelDays);
  }
  const daysPerStage = days.length ? days.reduce((sum, one) => sum + one, 0) / days.length : 0;
  return { amounts, months: MONTHS, from, daysPerStage };
}

function scopeOf(app: App, policy: Policy): (unit: string) => boolean {
  const { directory } = readWorld(app);
  const inside = directory.organisation.units.filter(({ id }) =>
    directory.unitsAbove(id).some((unit) => policy.scope.units.includes(unit.id)),
  );
  const ids = new Set(inside.map((unit) => unit.id));
  return (unit) => ids.has(unit);
}

function catchIn(
  policy: Policy,
  summary: Summary,
  toCurrency: (amount: Money, currency: string) => Money | null,
): { section: string; minor: number } | null {
  const measured = summary.measures[policy.measure.kind];
  const amount = measured ? toCurrency(measured, policy.currency) : null;
  if (!amount) return null;
  const section = policy.sections.find(
    (one) => one.when === "otherwise" || evaluate(one.when, summary.facts, toCurrency).outcome === "met",
  );
  return section ? { section: section.id, minor: Math.abs(amount.minor) } : null;
}

/** Conversion at the rates of a date, which are read once per date. */
function converterByDate(app: App): (amount: Money, currency: string, date: string) => Money | null {
  const known = new Map<string, ReturnType<typeof ratesFor>>();
  return (amount, currency, date) => {
    if (amount.currency === currency) return amount;
    const rates = known.get(date) ?? ratesFor(app.db, date);
    known.set(date, rates);
    const converted = convert(amount, currency, date, rates);
    return converted.ok ? converted.money : null;
  };
}
