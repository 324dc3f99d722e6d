/**
 * Decision tables with arbitrary intervals, as they are imported or written by hand: which rules overlap, and what no rule takes. A rule is a box, one set a
 * column; overlaps are boxes that meet, gaps what is left of the whole space when all boxes are cut out of it (Calvanese, Dumas, Laurson, Maggi, Montali,
 * Teinemaa, "Semantics and Analysis of DMN Decision Tables", 2016).
 */

/** Whole numbers from `from` to before `to`; either may be infinite. */
export type Span = { from: number; to: number };
export type TableColumn =
  { name: string; kind: "number" } | { name: string; kind: "choice"; values: readonly string[] };
/** What a rule lets through in one column: a span of numbers, some of the choices, or null for everything. */
export type Cell = Span | readonly string[] | null;
export type Table = { columns: readonly TableColumn[]; rules: readonly (readonly Cell[])[] };

/** A part of the space: one span a column; choices stand as their indices, one after the other. */
export type Box = readonly Span[];

const everything: Span = { from: -Infinity, to: Infinity };

/** Rules as boxes of spans. Choices that are not next to each other make several boxes of one rule. */
function boxesOf(table: Table): { rule: number; box: Span[] }[] {
  return table.rules.flatMap((cells, rule) => {
    let boxes: Span[][] = [[]];
    table.columns.forEach((column, index) => {
      const cell = cells[index] ?? null;
      const spans = spansOf(column, cell);
      boxes = boxes.flatMap((box) => spans.map((span) => [...box, span]));
    });
    return boxes.map((box) => ({ rule, box }));
  });
}

function spansOf(column: TableColumn, cell: Cell): Span[] {
  if (column.kind === "number") return [isSpan(cell) ? cell : everything];
  if (cell === null || isSpan(cell)) return [{ from: 0, to: column.values.length }];
  const places = cell.map((value) => column.values.indexOf(value)).filter((place) => place >= 0);
  const runs: Span[] = [];
  for (const place of [...new Set(places)].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last?.to === place) last.to = place + 1;
    else runs.push({ from: place, to: place + 1 });
  }
  return runs;
}

function isSpan(cell: Cell): cell is Span {
  return cell !== null && !Array.isArray(cell);
}

const meets = (a: Span, b: Span) => a.from < b.to && b.from < a.to;

/** Pairs of rules that some case fits both of, each with the part they share; the lower rule number first. */
export function overlaps(table: Table): { rules: [number, number]; box: Box }[] {
  const boxes = boxesOf(table);
  const width = table.columns.length;
  const found = new Map<number, { rules: [number, number]; box: Box }>();
  for (let i = 0; i < boxes.length; i += 1) {
    const a = boxes[i]!;
    for (let j = i + 1; j < boxes.length; j += 1) {
      const b = boxes[j]!;
      if (a.rule === b.rule) continue;
      let column = 0;
      while (column < width && meets(a.box[column]!, b.box[column]!)) column += 1;
      if (column < width) continue;
      const key = a.rule * table.rules.length + b.rule;
      if (found.has(key)) continue;
      const box = a.box.map((span, index) => ({
        from: Math.max(span.from, b.box[index]!.from),
        to: Math.min(span.to, b.box[index]!.to),
      }));
      found.set(key, { rules: [a.rule, b.rule], box });
    }
  }
  return [...found.values()];
}

/**
 * What no rule takes, as boxes that do not meet each other, neighbours joined. The space is split at the edges of the rules that meet a part of it until a
 * rule covers the part or none is left.
 * @param whole the space that is to be covered; by default every number and every choice
 */
export function gaps(table: Table, whole: Box = wholeOf(table)): Box[] {
  const found: Span[][] = [];
  split(
    whole.map((span) => ({ ...span })),
    boxesOf(table).map(({ box }) => box),
    found,
  );
  return joined(found);
}

/** Everything a table could be asked about. */
export function wholeOf(table: Table): Box {
  return table.columns.map((column) => (column.kind === "number" ? everything : { from: 0, to: column.values.length }));
}

function split(part: Span[], rules: readonly (readonly Span[])[], found: Span[][]): void {
  const meeting: (readonly Span[])[] = [];
  for (const rule of rules) {
    let column = 0;
    let whole = true;
    for (; column < part.length; column += 1) {
      const [span, of] = [rule[column]!, part[column]!];
      if (!meets(span, of)) break;
      whole &&= span.from <= of.from && of.to <= span.to;
    }
    if (column < part.length) continue;
    if (whole) return;
    meeting.push(rule);
  }
  if (meeting.length === 0) {
    found.push(part);
    return;
  }
  const { column, at } = cutOf(part, meeting);
  const low = part.map((span, index) => (index === column ? { from: span.from, to: at } : span));
  const high = part.map((span, index) => (index === column ? { from: at, to: span.to } : span));
  split(low, meeting, found);
  split(high, meeting, found);
}

/** The middle edge, in the column where the rules differ most: both halves are left with fewer rules. */
function cutOf(part: readonly Span[], rules: readonly (readonly Span[])[]): { column: number; at: number } {
  let best: { column: number; edges: number[] } = { column: 0, edges: [] };
  part.forEach((span, column) => {
    const edges: number[] = [];
    for (const rule of rules) {
      const { from, to } = rule[column]!;
      if (from > span.from && from < span.to) edges.push(from);
      if (to > span.from && to < span.to) edges.push(to);
    }
    if (edges.length > best.edges.length) best = { column, edges };
  });
  best.edges.sort((a, b) => a - b);
  return { column: best.column, at: best.edges[best.edges.length >> 1]! };
}

/** Joins boxes that differ in one column only and touch there, until no two do. */
function joined(boxes: readonly Span[][]): Span[][] {
  let current = [...boxes];
  for (let column = 0; column < (boxes[0]?.length ?? 0); column += 1) {
    current.sort((a, b) => compareBut(a, b, column) || a[column]!.from - b[column]!.from);
    const merged: Span[][] = [];
    for (const box of current) {
      const last = merged.at(-1);
      if (last && last[column]!.to === box[column]!.from && compareBut(last, box, column) === 0)
        merged[merged.length - 1] = last.with(column, { from: last[column]!.from, to: box[column]!.to });
      else merged.push(box);
    }
    current = merged;
  }
  return current;
}

/** Order of two boxes by all columns but one. */
function compareBut(a: readonly Span[], b: readonly Span[], left: number): number {
  for (let column = 0; column < a.length; column += 1) {
    if (column === left) continue;
    const [x, y] = [a[column]!, b[column]!];
    if (x.from !== y.from) return x.from < y.from ? -1 : 1;
    if (x.to !== y.to) return x.to < y.to ? -1 : 1;
  }
  return 0;
}
