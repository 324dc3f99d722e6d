import type { DocumentStatus } from "@/core/documents";
import { documentType, type DocumentRow as Row } from "@/core/documents";
import { plainAmount, type Money } from "@/core/money";
import type { App } from "../app";
import type { Cell } from "@/core/tables";
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
