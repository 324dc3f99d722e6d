import { documentType } from "@/core/documents";
import { ActivityBuilder, type Activity, type DocumentRow, type Rule } from "@/core/lookout";
import type { PolicyVersion } from "@/core/policy";
import type { App } from "../app";
import type { Stretch } from "../policies/history";
import { readReferenceData } from "../reference-data";
import { besideOf } from "./beside";
import { addDecisions } from "./decisions";
import { partiesBehind } from "./parties";

/** What people did in a stretch of time, read anew: documents that were sent in it, every decision on them, and what is little beside. */
export function activityIn(app: App, stretch: Stretch): Activity {
  const builder = new ActivityBuilder();
  const rows = addDocuments(app, builder, stretch);
  addDecisions(app, builder, rows, stretch);
  const [from, until] = [Date.parse(stretch.from), Date.parse(stretch.until)];
  return builder.build({ from, until, beside: besideOf(app, rows, stretch), behind: partiesBehind(app) });
}

type Row = {
  id: string;
  type: string;
  status: string;
  whose: string;
  unit: string;
  party: string;
  currency: string;
  gross: number;
  date: string;
  compared: number | null;
  policy: string | null;
  version: number | null;
  section: string | null;
  at: string;
  number: string | null;
};

/** @returns for each document its row in the activity */
function addDocuments(app: App, builder: ActivityBuilder, { from, until }: Stretch): Map<string, number> {
  const ruleOf = rulesOf(readReferenceData(app).versions);
  const receipts = receiptsOf(app);
  const replaced = replacedIn(app);
  const rows = new Map<string, number>();
  const documents = app.db
    .prepare(
      `SELECT d.id, d.type, d.status, coalesce(d.on_behalf_of, d.requester) AS whose, d.unit, d.party, d.currency, d.gross, d.date, d.compared, d.policy,
              d.policy_version AS version, d.section, d.submitted_at AS at, i.invoice_number AS number
       FROM document d LEFT JOIN invoice i ON i.document = d.id
       WHERE d.submitted_at >= ? AND d.submitted_at < ? ORDER BY d.submitted_at, d.id`,
    )
    .iterate(from, until) as IterableIterator<Row>;
  for (const row of documents) {
    const live = !ENDED.includes(row.status) && !replaced.has(row.id);
    rows.set(row.id, builder.document({ ...documentRow(row, ruleOf, receipts.get(row.id) ?? []), live }));
  }
  return rows;
}

/** What another of its type has taken the place of, as a change that was approved takes that of its order. */
function replacedIn({ db }: App): Set<string> {
  const ids = db
    .prepare(
      "SELECT r.id FROM document d JOIN document r ON r.number = d.refers AND r.type = d.type WHERE d.status = 'approved'",
    )
    .pluck()
    .all() as string[];
  return new Set(ids);
}

const ENDED = ["declined", "withdrawn"];

function documentRow(
  row: Row,
  ruleOf: ReturnType<typeof rulesOf>,
  receipts: readonly string[],
): Omit<DocumentRow, "live"> {
  return {
    id: row.id,
    type: row.type,
    at: Date.parse(row.at),
    requester: row.whose,
    unit: row.unit,
    party: row.party,
    rule: ruleOf(row),
    compared: row.compared,
    theirNumber: row.number ?? "",
    day: row.date,
    gross: { minor: row.gross, currency: row.currency },
    receipts,
  };
}

/** The rule that a document went under, as the version says in which it was. */
function rulesOf(versions: readonly PolicyVersion[]) {
  const known = new Map<string, Rule>();
  for (const { policy, version } of versions) {
    const { id, documentType: type, currency, measure, sections } = policy;
    const adds = documentType(type).measures.find(({ key }) => key === measure.kind)?.adds === true;
    for (const { id: section, thresholds } of sections)
      known.set(`${id} ${version} ${section}`, { documentType: type, policy: id, section, currency, adds, thresholds });
  }
  return ({ policy, version, section }: Row) => known.get(`${policy} ${version} ${section}`) ?? null;
}

function receiptsOf({ db }: App): Map<string, string[]> {
  const receipts = new Map<string, string[]>();
  for (const { document, hash } of db
    .prepare("SELECT document, hash FROM claim_receipt ORDER BY document, hash")
    .iterate() as IterableIterator<{
    document: string;
    hash: string;
  }>) {
    const known = receipts.get(document);
    if (known) known.push(hash);
    else receipts.set(document, [hash]);
  }
  return receipts;
}
