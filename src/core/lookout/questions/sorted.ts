/** How many of some rising values are at most so large. */
export function upTo(rising: ArrayLike<number>, most: number): number {
  return placeOf(rising, (value) => value <= most);
}

/** How many of some rising values are below one. */
export function below(rising: ArrayLike<number>, limit: number): number {
  return placeOf(rising, (value) => value < limit);
}

function placeOf(rising: ArrayLike<number>, isBefore: (value: number) => boolean): number {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isBefore(rising[middle]!)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Pairs of some rising values that lie no further apart. */
export function pairsWithin(rising: ArrayLike<number>, distance: number): number {
  let [first, pairs] = [0, 0];
  for (let last = 1; last < rising.length; last += 1) {
    while (rising[last]! - rising[first]! > distance) first += 1;
    pairs += last - first;
  }
  return pairs;
}
