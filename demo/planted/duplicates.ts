import type { DemoBuilder } from "../builder";

const left = new WeakMap<DemoBuilder, number[]>();

/** So many moments over the history; the first invoice for an order after each comes a second time, its number written a little differently. */
export function plantDuplicates(make: DemoBuilder, { from, end }: { from: number; end: number }, count: number): void {
  const step = (end - from) / (count + 1);
  left.set(
    make,
    Array.from({ length: count }, (_, index) => from + step * (index + 0.5)),
  );
}

/** Whether the invoice that is being sent comes again: asked once for each. */
export function isToBeSentTwice(make: DemoBuilder): boolean {
  const moments = left.get(make) ?? [];
  if (moments.length === 0 || Date.parse(make.clock.now()) < moments[0]!) return false;
  moments.shift();
  return true;
}
