import { plainAmount } from "@/core/money";
import type { Person } from "@/core/people";
import type { Cell } from "@/core/tables";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { tableFile, type TableFormat } from "../tables";
import { findingView, type FindingView } from "./view";

/** A finding as a table: what it says, its figures and its documents; null for whoever may not see it. */
export async function findingFile(
  app: App,
  reader: Person,
  id: string,
  format: TableFormat,
): Promise<string | Uint8Array | null> {
  const view = findingView(app, reader, id);
  return view && findingTable(app, view, format);
}

/** The same for one who may. */
export async function findingTable(app: App, view: FindingView, format: TableFormat): Promise<string | Uint8Array> {
  const rows: Cell[][] = [
    [view.title],
    [view.sentence],
    [view.chance],
    [],
    ["Figure", "Value"],
    ...view.figures,
    [],
    ["Document", "Sent", "Dated", "For", "Unit", "Supplier or customer", "Its number there", "Gross", "Currency"],
    ...view.documents.map((one): Cell[] => [
      one.number,
      { moment: one.at },
      { day: one.day },
      one.whose,
      one.unit,
      one.party,
      one.theirNumber,
      { plain: plainAmount(one.gross) },
      one.gross.currency,
    ]),
  ];
  return tableFile(format, "finding", rows, readReferenceData(app).directory.organisation.timeZone);
}
