import type { Mapping } from "../tables";
import type { HistoryColumn } from "./columns";
import { lookupOf } from "./lookup";
import { Row } from "./row";
import type { BadHistoryRow, HistoryReader, HistorySheet, NotKnown, ReadHistory } from "./types";

/** Columns without which no file of a history can be read, as `historyColumns` calls them: its date, and an amount by any measure. */
export function lackingColumns(mapping: Mapping, columns: readonly HistoryColumn[]): ("date" | "amount")[] {
  const amounts = columns.filter(({ says }) => says === "amount" || says === "measure");
  const has = (key: string) => mapping[key] != null;
  return [
    ...(has("date") ? [] : ["date" as const]),
    ...(amounts.some(({ key }) => has(key)) ? [] : ["amount" as const]),
  ];
}

/**
 * The documents that a table tells of. A row without a day, a type or an amount that can be read is bad; a name that nobody has, or what is not of its field, is left
 * unknown and counted. An empty cell says that there is nothing, but of a person, a unit, an amount, or yes and no.
 */
export function readHistoryRows({ rows, lines }: HistorySheet, mapping: Mapping, reader: HistoryReader): ReadHistory {
  const bad: BadHistoryRow[] = [];
  const notKnown = new Map<string, NotKnown>();
  const known = lookupOf(reader);
  const read = rows.flatMap((cells, index) => {
    const row = new Row(cells, mapping, lines[index]!, known);
    const made = row.read();
    bad.push(...row.bad);
    for (const { column, text } of made ? row.unknown : []) {
      const before = notKnown.get(column);
      if (before) before.rows += 1;
      else notKnown.set(column, { column, rows: 1, example: text.slice(0, 60) });
    }
    return made ? [made] : [];
  });
  const numbers = read.filter(({ number }) => number !== "");
  return {
    rows: read,
    bad,
    notKnown: [...notKnown.values()],
    repeated: numbers.length - new Set(numbers.map(({ documentType, number }) => `${documentType} ${number}`)).size,
  };
}
