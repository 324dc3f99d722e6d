import type { DocumentRow } from "@/core/documents";
import { XES_FOOT, XES_HEAD, xesTrace, type XesEvent } from "@/core/formats";
import type { Person } from "@/core/people";
import type { Cell } from "@/core/tables";
import type { App } from "../app";
import { toCsv, toXlsx } from "../tables";
import { eventsOf } from "../log/log";
import { opened } from "../log/sealed";
import { readReferenceData } from "../reference-data";
import { everyDocument, type ListFilter } from "./queries";
import { hiddenInFiles } from "../fields/hidden";
import { keptColumns, keptOf, type KeptColumn } from "./kept-columns";
import { IN_FILES } from "./rows";

export type ExportFormat = "csv" | "json" | "xes";

/** How many documents a workbook has room for; a text file has no end. */
export const MOST_IN_WORKBOOK = 100_000;

/** The register as a file, a piece at a time, so that any number of documents goes through little memory. */
export function* exported(app: App, person: Person, filter: ListFilter, format: ExportFormat): Generator<string> {
  const kept = keptColumns(readReferenceData(app).directory);
  const hidden = hiddenInFiles(app, person);
  if (format === "csv") yield toCsv([headOf(kept)]);
  if (format === "json") yield "[";
  if (format === "xes") yield XES_HEAD;
  let first = true;
  for (const rows of everyDocument(app, person, filter)) {
    const said = format === "xes" ? {} : keptOf(app, rows, kept, hidden);
    if (format === "csv") yield toCsv(rows.map((row) => cellsOf(row, kept, said)));
    else if (format === "json")
      yield rows
        .map((row, index) => {
          const own = said[row.id] ?? {};
          const whole = { ...plain(row), ...(Object.keys(own).length > 0 && { kept: own }) };
          return `${first && index === 0 ? "\n" : ",\n"}${JSON.stringify(whole)}`;
        })
        .join("");
    else yield rows.map((row) => traceOf(app, row)).join("");
    first = false;
  }
  if (format === "json") yield "\n]\n";
  if (format === "xes") yield XES_FOOT;
}

/** The register as a workbook. @throws RangeError for more than `MOST_IN_WORKBOOK` documents, which whoever asks has counted */
export async function exportedWorkbook(app: App, person: Person, filter: ListFilter): Promise<Uint8Array> {
  const { directory } = readReferenceData(app);
  const kept = keptColumns(directory);
  const hidden = hiddenInFiles(app, person);
  const cells: Cell[][] = [headOf(kept)];
  for (const rows of everyDocument(app, person, filter)) {
    const said = keptOf(app, rows, kept, hidden);
    for (const row of rows) {
      if (cells.length > MOST_IN_WORKBOOK) throw new RangeError("more documents than a workbook is made for");
      cells.push(cellsOf(row, kept, said));
    }
  }
  return toXlsx([{ name: "Register", rows: cells, zone: directory.organisation.timeZone }]);
}

const headOf = (kept: readonly KeptColumn[]) => [...Object.keys(IN_FILES), ...kept.map(({ name }) => name)];

const cellsOf = (row: DocumentRow, kept: readonly KeptColumn[], said: ReturnType<typeof keptOf>): Cell[] => [
  ...Object.values(IN_FILES).map((of) => of(row)),
  ...kept.map(({ key }) => said[row.id]?.[key] ?? ""),
];

/** A row as JSON, beside what it says in lists and fields of the organisation, which is in `kept`: its fields as `DocumentRow` has them, names in place of ids and keys; amounts in minor units. */
function plain(row: DocumentRow) {
  const {
    typeName: type,
    requesterName: requester,
    unitName: unit,
    amount: _,
    updatedAt: __,
    band: ___,
    ...rest
  } = row;
  return { ...rest, type, requester, unit };
}

function traceOf(app: App, row: DocumentRow): string {
  const { directory } = readReferenceData(app);
  const events = eventsOf(app.db, `document:${row.id}`).map((event) => opened(app.db, event));
  return xesTrace({
    name: row.number,
    attributes: {
      type: row.typeName,
      unit: row.unitName,
      currency: row.gross.currency,
      "gross:minor": row.gross.minor,
      state: row.status,
    },
    events: events.map(({ type, time, actor }): XesEvent => ({
      name: type,
      time,
      resource: directory.person(actor)?.name ?? actor,
      transition: type === "level opened" ? "schedule" : "complete",
    })),
  });
}
