import type { Rate } from "@/core/money";
import type { Random } from "./random";

const START: Record<string, number> = { GBP: 1.17, NOK: 0.0874, USD: 0.925, JPY: 0.0061, KWD: 3.01 };
const DAY = 86_400_000;

/**
 * Invented daily rates from one date to another, weekends left out.
 * @param to the last date
 * @param home the currency that they lead to
 * @param start by currency, what one of it is worth on the first date; for Marévia Lines CHF has none, on purpose
 */
export function dailyRates(random: Random, from: string, to: string, home = "EUR", start = START): Rate[][] {
  const level = { ...start };
  const days: Rate[][] = [];
  for (let at = Date.parse(from); at <= Date.parse(to); at += DAY) {
    for (const code of Object.keys(level)) level[code]! *= 1 + (random.next() - 0.5) * 0.006;
    const weekday = new Date(at).getUTCDay();
    if (weekday === 0 || weekday === 6) continue;
    const date = new Date(at).toISOString().slice(0, 10);
    days.push(
      Object.entries(level).map(([code, value]) => ({
        from: code,
        to: home,
        date,
        rate: value.toPrecision(6).replace(/0+$/, ""),
        source: "Demo rates",
      })),
    );
  }
  return days;
}
