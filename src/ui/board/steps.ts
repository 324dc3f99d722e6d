/** What was, is and could be again: edits of a working copy, one step each. */
export type Steps<T> = { past: readonly T[]; present: T; future: readonly T[] };

/** How many steps can be taken back. */
export const MOST_STEPS = 500;

export function startOf<T>(present: T): Steps<T> {
  return { past: [], present, future: [] };
}

/**
 * A further step. With `joined` it belongs to the step before, as all movements of one drag or all letters of one word do.
 * What could have been done again can no longer.
 */
export function step<T>({ past, present }: Steps<T>, next: T, joined: boolean): Steps<T> {
  if (joined && past.length > 0) return { past, present: next, future: [] };
  return { past: [...past, present].slice(-MOST_STEPS), present: next, future: [] };
}

/** One step back; the same steps where there is none. */
export function undo<T>(steps: Steps<T>): Steps<T> {
  const before = steps.past.at(-1);
  if (before === undefined) return steps;
  return { past: steps.past.slice(0, -1), present: before, future: [steps.present, ...steps.future] };
}

/** One step forward again; the same steps where there is none. */
export function redo<T>(steps: Steps<T>): Steps<T> {
  const [next, ...future] = steps.future;
  if (next === undefined) return steps;
  return { past: [...steps.past, steps.present], present: next, future };
}
