import type { DocumentStatus } from "@/core/documents";
import { documentType, documentTypeKeys, type DocumentRow as Row } from "@/core/documents";
import type { Sort } from "@/core/listing";
import type { Directory } from "@/core/people";
import { plainAmount, type Money } from "@/core/money";
import type { App } from "../app";
import type { Cell } from "@/core/tables";
import { statement } from "../db/statement";
import { readReferenceData } from "../reference-data";

/** What lists show of a document, as it is stored. */
export type StoredRow = {
  id: string;
  number: string;
  type: string;
  status: DocumentStatus;
  held: number;
  lapsed: number;
  title: string;
  party: string;
  requester: string;
  unit: string;
  currency: string;
  net: number;
  gross: number;
  policy: string | null;
  policy_version: number | null;
  band: number | null;
  revision: number;
  submitted_at: string | null;
  closed_at: string | null;
  updated_at: string;
};

export const LISTED = `d.id, d.number, d.type, d.status, d.held, d.lapsed, d.title, d.party, d.requester, d.unit, d.currency, d.net, d.gross, d.policy,
  d.policy_version, d.band, d.revision, d.submitted_at, d.closed_at, d.updated_at`;

const NET = documentTypeKeys.filter((key) => documentType(key).shows === "net").map((key) => `'${key}'`);
/** What stands for the amount of a document in lists, in a query. */
export const SHOWN_AMOUNT = `CASE WHEN d.type IN (${NET.join(", ")}) THEN d.net ELSE d.gross END`;

/** What rows stand by in each column. Amounts stand by currency first, since one amount is not more than another of a different currency. */
const ORDERS: Readonly<Record<string, string>> = {
  number: "d.number",
  title: "d.title COLLATE NOCASE",
  type: "d.type",
  party: "d.party COLLATE NOCASE",
  currency: "d.currency",
  state: "d.status",
  submitted: "d.submitted_at",
  decided: "d.closed_at",
  changed: "d.updated_at",
  policy: "d.policy",
  band: "d.band",
  revision: "d.revision",
  amount: SHOWN_AMOUNT,
  net: "d.net",
  gross: "d.gross",
};
/** Columns that name somebody or something by its id, and stand by its name. */
const BY_NAME: Readonly<Record<string, "requester" | "unit">> = { from: "requester", unit: "unit" };
const AMOUNTS = ["amount", "net", "gross"];
const MAY_BE_EMPTY = ["title", "party", "submitted", "decided", "policy", "band"];

/** By which columns documents can be sorted. */
export const DOCUMENT_SORTS = [...Object.keys(ORDERS), ...Object.keys(BY_NAME)];

/** An index has these two in order, ties and all; of the others, what has nothing in it comes last. */
function wholeOrder(key: string, by: string, way: string, last: string): string {
  if (key === "number") return `${by} ${way}`;
  if (key === "changed") return `${by} ${way}, d.id ${way}`;
  if (AMOUNTS.includes(key)) return `d.currency, ${by} ${way}, ${last}`;
  return `${MAY_BE_EMPTY.includes(key) ? `${by} IS NULL OR ${by} = '', ` : ""}${by} ${way}, ${last}`;
}

/** The parts of a query that has documents stand by a column; what has nothing in it stands last either way, and what is alike by the latest change. */
export function orderBy(
  sort: Sort | null,
  { organisation }: Directory,
): { first: string; join: string; by: string; values: Record<string, string> } {
  const last = "d.updated_at DESC, d.id DESC";
  if (!sort || !DOCUMENT_SORTS.includes(sort.key)) return { first: "", join: "", by: last, values: {} };
  const way = sort.down ? "DESC" : "ASC";
  const named = BY_NAME[sort.key];
  if (named) {
    const all = named === "requester" ? organisation.people : organisation.units;
    const ids = all.toSorted((a, b) => a.name.localeCompare(b.name, "en")).map(({ id }) => id);
    return {
      first: "WITH place(id, n) AS MATERIALIZED (SELECT value, key FROM json_each(@places))",
      join: `LEFT JOIN place ON place.id = d.${named}`,
      by: `place.n IS NULL, place.n ${way}, ${last}`,
      values: { places: JSON.stringify(ids) },
    };
  }
  const by = ORDERS[sort.key]!;
  return { first: "", join: "", by: wholeOrder(sort.key, by, way, last), values: {} };
}

/** The same with names, for people. */
export function toRow(app: App, row: StoredRow): Row {
  const { directory } = readReferenceData(app);
  return {
    id: row.id,
    number: row.number,
    typeName: documentType(row.type).name.one,
    status: row.status,
    held: row.held === 1,
    lapsed: row.lapsed === 1,
    title: row.title,
    party: row.party,
    requester: row.requester,
    requesterName: directory.person(row.requester)?.name ?? row.requester,
    unitName: directory.unit(row.unit)?.name ?? row.unit,
    amount: { minor: documentType(row.type).shows === "net" ? row.net : row.gross, currency: row.currency },
    net: { minor: row.net, currency: row.currency },
    gross: { minor: row.gross, currency: row.currency },
    policy: row.policy,
    policyVersion: row.policy_version,
    band: row.band,
    revision: row.revision,
    submittedAt: row.submitted_at,
    closedAt: row.closed_at,
    updatedAt: row.updated_at,
  };
}

/** Documents by their ids, as lists show them; those that there are. */
export function rowsById(app: App, ids: readonly string[]): Map<string, Row> {
  const read = statement(app.db, `SELECT ${LISTED} FROM document d WHERE d.id = ?`);
  return new Map(
    [...new Set(ids)].flatMap((id) => {
      const stored = read.get(id) as StoredRow | undefined;
      return stored ? [[id, toRow(app, stored)] as const] : [];
    }),
  );
}

const amount = (money: Money) => ({ plain: plainAmount(money) });
const moment = (at: string | null): Cell => (at ? { moment: at } : "");
const yes = (is: boolean) => (is ? "yes" : "no");

/** The columns of the register as it goes out in a file, by their names. */
export const IN_FILES: Readonly<Record<string, (row: Row) => Cell>> = {
  number: (row) => row.number,
  type: (row) => row.typeName,
  title: (row) => row.title,
  party: (row) => row.party,
  requester: (row) => row.requesterName,
  unit: (row) => row.unitName,
  net: (row) => amount(row.net),
  gross: (row) => amount(row.gross),
  currency: (row) => row.gross.currency,
  state: (row) => row.status,
  held: (row) => yes(row.held),
  "by lapse": (row) => yes(row.lapsed),
  revision: (row) => row.revision,
  policy: (row) => row.policy ?? "",
  version: (row) => row.policyVersion ?? "",
  submitted: (row) => moment(row.submittedAt),
  decided: (row) => moment(row.closedAt),
};
