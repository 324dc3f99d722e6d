/** What comes next by an order of its own, of many that come and go. */
export class Heap<T> {
  private readonly items: T[] = [];

  /** @param isBefore a strict order; of two of which neither is before the other either may come first */
  constructor(private readonly isBefore: (a: T, b: T) => boolean) {}

  push(item: T): void {
    this.items.push(item);
    let at = this.items.length - 1;
    while (at > 0) {
      const above = (at - 1) >> 1;
      if (!this.isBefore(this.items[at]!, this.items[above]!)) break;
      this.swap(at, above);
      at = above;
    }
  }

  /** Takes out the first; undefined where there is none. */
  pop(): T | undefined {
    const [first] = this.items;
    const last = this.items.pop();
    if (first === undefined || this.items.length === 0) return first;
    this.items[0] = last!;
    for (let at = 0; ;) {
      const [left, right] = [2 * at + 1, 2 * at + 2];
      let least = at;
      for (const below of [left, right])
        if (below < this.items.length && this.isBefore(this.items[below]!, this.items[least]!)) least = below;
      if (least === at) return first;
      this.swap(at, least);
      at = least;
    }
  }

  private swap(a: number, b: number): void {
    [this.items[a], this.items[b]] = [this.items[b]!, this.items[a]!];
  }
}
