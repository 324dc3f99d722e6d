import { evaluate } from "@/core/conditions";
import { documentType, type AnyDocument } from "@/core/documents";
import type { DocumentState } from "@/core/approval";
import { convert } from "@/core/money";
import type { Policy } from "@/core/policy";
import type { App } from "../app";
import { ratesFor, readWorld } from "../world";

/** Past amounts by section of a policy, in minor units of its currency, and how long decisions took. */
export type History = { amounts: Record<string, number[]>; months: number; from: string; daysPerStage: number };

const MONTHS = 12;
const DAY = 86_400_000;

/**
 * The documents of the last twelve months that a policy's sections would have caught, whatever policy they went under. One
 * that cannot be measured for want of a rate is left out.
 */
export function historyFor(app: App, policy: Policy): History {
  const now = app.clock.now();
  const from = new Date(Date.parse(now) - 365 * DAY).toISOString();
  const rows = app.db
    .prepare("SELECT state FROM document WHERE type = ? AND submitted_at >= ? AND submitted_at < ?")
    .pluck()
    .iterate(policy.documentType, from, now) as IterableIterator<string>;
  const amounts: Record<string, number[]> = Object.fromEntries(policy.sections.map((section) => [section.id, []]));
  const stages: number[] = [];
  const rates = ratesByDate(app);
  for (const text of rows) {
    const state = JSON.parse(text) as DocumentState;
    const caught = catchIn(app, policy, state.document, rates);
    if (caught) amounts[caught.section]!.push(caught.minor);
    stages.push(...stageDays(state));
  }
  const daysPerStage = stages.length ? stages.reduce((sum, days) => sum + days, 0) / stages.length : 0;
  return { amounts, months: MONTHS, from, daysPerStage };
}

function catchIn(
  app: App,
  policy: Policy,
  document: AnyDocument,
  rates: (date: string) => ReturnType<typeof ratesFor>,
): { section: string; minor: number } | null {
  const { directory } = readWorld(app.db);
  if (!directory.unitsAbove(document.unit).some((unit) => policy.scope.units.includes(unit.id))) return null;
  const type = documentType(policy.documentType);
  const measure = type.measures.find((one) => one.key === policy.measure.kind);
  if (!measure) return null;
  const toCurrency = (amount: Parameters<typeof convert>[0], currency: string) => {
    if (amount.currency === currency) return amount;
    const converted = convert(amount, currency, document.date, rates(document.date));
    return converted.ok ? converted.money : null;
  };
  const amount = toCurrency(measure.of(document).amount, policy.currency);
  if (!amount) return null;
  const facts = type.facts(document, directory);
  const section = policy.sections.find(
    (one) => one.when === "otherwise" || evaluate(one.when, facts, toCurrency).outcome === "met",
  );
  return section ? { section: section.id, minor: Math.abs(amount.minor) } : null;
}

function ratesByDate(app: App): (date: string) => ReturnType<typeof ratesFor> {
  const known = new Map<string, ReturnType<typeof ratesFor>>();
  return (date) => {
    const found = known.get(date) ?? ratesFor(app.db, date);
    known.set(date, found);
    return found;
  };
}

/** Days each completed level was open, counted on working days of the week; holidays are not known here. */
function stageDays(state: DocumentState): number[] {
  return state.levels.flatMap((level) =>
    level.openedAt && level.closedAt ? [weekdaysBetween(level.openedAt, level.closedAt)] : [],
  );
}

/** Time between two moments in days, Saturdays and Sundays left out. */
export function weekdaysBetween(from: string, to: string): number {
  const end = Date.parse(to);
  let total = 0;
  for (let at = Date.parse(from); at < end;) {
    const next = Math.min(end, (Math.floor(at / DAY) + 1) * DAY);
    const weekday = new Date(at).getUTCDay();
    if (weekday !== 0 && weekday !== 6) total += next - at;
    at = next;
  }
  return total / DAY;
}
