import { placeOn, type Domain } from "../board/geometry";
import { type RehearsalAnswer, type Treatment, TREATMENTS } from "@/core/rehearsal";

/** How many documents of one stretch of the axis are treated in which way. */
export type Bar = Record<Treatment, number> & { place: number; total: number };

export const BARS = 66;

/** The documents of a section over their amounts, as bars of equal width on the axis. */
export function barsOf(
  { minor, treated, section }: RehearsalAnswer["amounts"],
  ids: readonly string[],
  domain: Domain,
): Bar[] {
  const bars = Array.from({ length: BARS }, (_, place): Bar => ({
    place,
    total: 0,
    same: 0,
    fewer: 0,
    more: 0,
    other: 0,
  }));
  for (let index = 0; index < minor.length; index += 1) {
    const amount = minor[index]!;
    const of = section[index];
    if (Number.isNaN(amount) || of == null || !ids.includes(of)) continue;
    const bar = bars[Math.min(BARS - 1, Math.floor(placeOn(domain, amount) * BARS))]!;
    bar.total += 1;
    bar[TREATMENTS[treated[index]!]!] += 1;
  }
  return bars;
}

/** A stretch of bars next to each other that have something in common, and its middle on the axis. */
export type Run = { middle: number; count: number; top: number };

/** Where documents ask fewer people, or more, in runs of bars; a gap of two bars does not end one. */
export function runsOf(bars: readonly Bar[], kind: Exclude<Treatment, "same">): Run[] {
  const runs: { from: number; to: number; count: number; top: number }[] = [];
  for (const { place, total, [kind]: count } of bars) {
    if (count === 0) continue;
    const last = runs.at(-1);
    if (last && place - last.to <= 3) {
      last.to = place;
      last.count += count;
      last.top = Math.max(last.top, total);
    } else runs.push({ from: place, to: place, count, top: total });
  }
  return runs.map(({ from, to, count, top }) => ({ middle: (from + to + 1) / 2 / BARS, count, top }));
}
