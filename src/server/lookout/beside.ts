import type { AccountAct, Act, Beside, Lapse, LimitRow, StandInRow } from "@/core/lookout";
import type { App } from "../app";
import { sealerOfLog } from "../log/sealed";
import type { Changed } from "../ledger/events";
import type { Stretch } from "../policies/history";
import { readReferenceData } from "../reference-data";

type Rows = ReadonlyMap<string, number>;

/** What is little beside the documents of a stretch of time. @param rows of each document in the activity */
export function besideOf(app: App, rows: Rows, stretch: Stretch): Beside {
  return {
    acts: [...eventsOn(app, rows, stretch), ...received(app, rows, stretch), ...paid(app, rows, stretch)],
    lapses: lapsesOf(app, rows, stretch),
    accounts: accountActs(app, rows, stretch),
    standIns: standInsOf(app),
    limits: limitsOf(app, stretch),
  };
}

type Event = { document: string; type: string; at: string; actor: string; code: string | null; how: string | null };
const KINDS = { rerouted: "route again", "step skipped": "skip step", "hold released": "release" } as const;

function eventsOn({ db }: App, rows: Rows, { from }: Stretch): Act[] {
  const { open } = sealerOfLog(db);
  const events = db
    .prepare(
      `SELECT substr(l.stream, 10) AS document, l.type, c.time AS at, c.actor, l.data ->> '$.code' AS code, l.data ->> '$.how' AS how
       FROM logged l CROSS JOIN cause c ON c.id = l.cause
       WHERE c.time >= ? AND l.stream LIKE 'document:%' AND l.type IN ('rerouted', 'step skipped', 'hold released')
         AND (l.type <> 'hold released' OR l.data ->> '$.how' = 'person') ORDER BY l.seq`,
    )
    .all(from) as Event[];
  return events.flatMap(({ document, type, at, actor, code }): Act[] => {
    const row = rows.get(document);
    if (row === undefined) return [];
    const kind = KINDS[type as keyof typeof KINDS];
    const act = { document: row, person: open(actor), at: Date.parse(at) };
    return [kind === "release" ? { ...act, kind, hold: code ?? "" } : { ...act, kind }];
  });
}

/** What came in, under the number of its order. */
function received({ db }: App, rows: Rows, { from }: Stretch): Act[] {
  const receipts = db
    .prepare(
      "SELECT d.id AS document, r.by_person AS person, r.at FROM receipt r JOIN document d ON d.number = r.order_number WHERE r.at >= ? ORDER BY r.id",
    )
    .all(from) as { document: string; person: string; at: string }[];
  return receipts.flatMap(({ document, person, at }): Act[] => {
    const row = rows.get(document);
    return row === undefined ? [] : [{ document: row, person, at: Date.parse(at), kind: "receive" }];
  });
}

/** What was paid: by whoever made the run. */
function paid({ db }: App, rows: Rows, { from }: Stretch): Act[] {
  const payments = db
    .prepare(
      `SELECT p.document, r.made_by AS person, r.exported_at AS at FROM posting p JOIN payment_run r ON r.id = p.run
       WHERE r.exported_at >= ? ORDER BY r.exported_at, p.document`,
    )
    .all(from) as { document: string; person: string; at: string }[];
  return payments.flatMap(({ document, person, at }): Act[] => {
    const row = rows.get(document);
    return row === undefined ? [] : [{ document: row, person, at: Date.parse(at), kind: "pay" }];
  });
}

function lapsesOf({ db }: App, rows: Rows, { from }: Stretch): Lapse[] {
  const { open } = sealerOfLog(db);
  const lapsed = db
    .prepare(
      `SELECT substr(l.stream, 10) AS document, c.time AS at, l.data ->> '$.level' AS level, l.data ->> '$.asked' AS asked, d.policy
       FROM logged l CROSS JOIN cause c ON c.id = l.cause JOIN document d ON d.id = substr(l.stream, 10)
       WHERE c.time >= ? AND l.stream LIKE 'document:%' AND l.type = 'level lapsed' ORDER BY l.seq`,
    )
    .all(from) as { document: string; at: string; level: string; asked: string; policy: string | null }[];
  return lapsed.flatMap(({ document, at, level, asked, policy }) => {
    const row = rows.get(document);
    if (row === undefined) return [];
    return [
      {
        document: row,
        policy: policy ?? "",
        level,
        at: Date.parse(at),
        asked: (JSON.parse(asked) as string[]).map(open),
      },
    ];
  });
}

type Change = {
  party: string;
  at: string;
  person: string;
  changes: string;
  document: string | null;
  requester: string | null;
  note: number;
};

/**
 * Who opened accounts of suppliers, and who changed their bank account: whoever asked for it, where it was approved. The party was asked back as far as somebody who approved wrote a
 * comment.
 */
function accountActs({ db }: App, rows: Rows, { from }: Stretch): AccountAct[] {
  const rowOf = (document: string | null) => (document === null ? null : (rows.get(document) ?? null));
  const opened = db
    .prepare(
      `SELECT a.name AS party, d.id AS document, d.requester AS person, coalesce(d.closed_at, d.submitted_at) AS at FROM account a JOIN document d ON d.refers = a.id
       WHERE a.kind = 'supplier' AND d.status = 'approved' AND a.asked_by = d.requester AND coalesce(d.closed_at, d.submitted_at) >= ? GROUP BY a.id`,
    )
    .all(from) as { party: string; document: string; person: string; at: string }[];
  const changes = db
    .prepare(
      `SELECT a.name AS party, ch.at, ch.person, ch.changes, d.id AS document, d.requester,
              (SELECT count(*) FROM logged l WHERE l.stream = 'document:' || d.id AND l.type = 'approval given' AND trim(l.data ->> '$.comment') <> '') AS note
       FROM account_change ch JOIN account a ON a.id = ch.account LEFT JOIN document d ON d.id = ch.document
       WHERE a.kind = 'supplier' AND ch.at >= ? ORDER BY ch.seq`,
    )
    .all(from) as Change[];
  return [
    ...opened.map(({ party, document, person, at }): AccountAct => ({
      party,
      person,
      at: Date.parse(at),
      kind: "opened",
      checked: false,
      document: rowOf(document),
    })),
    ...changes
      .filter(({ changes: all }) =>
        // The first one, with which an account is opened, is no change.
        (JSON.parse(all) as Changed[]).some(({ field, before }) => field === "bankAccount" && Boolean(before)),
      )
      .map(({ party, at, person, document, requester, note }): AccountAct => ({
        party,
        person: requester ?? person,
        at: Date.parse(at),
        kind: "bank",
        checked: note > 0,
        document: rowOf(document),
      })),
  ];
}

/** Everybody who ever acted for somebody, as far as it began. */
function standInsOf(app: App): StandInRow[] {
  const now = app.clock.now();
  const { history } = readReferenceData(app);
  return [...history.standIn.values()]
    .filter(({ from }) => from <= now)
    .map(({ person, standIn, from, until }) => ({
      person,
      standIn: standIn ?? person,
      from: Date.parse(from),
      until: until === null ? null : Date.parse(until),
    }));
}

/** What customers may owe, against what they owed whenever a change of it was asked for; and limits of people, against what they decided on. */
function limitsOf(app: App, { from }: Stretch): LimitRow[] {
  const { directory } = readReferenceData(app);
  const decided = app.db.prepare(
    "SELECT compared FROM control_mark WHERE what = 'approval' AND by = ? AND type = ? AND at >= ? AND compared IS NOT NULL",
  );
  return directory.organisation.limits.flatMap(({ holder, documentType, limit }): LimitRow[] => {
    if (holder.kind !== "person" || limit.kind !== "amount") return [];
    const amounts = decided.pluck().all(holder.id, documentType, from) as number[];
    const { minor, currency } = limit;
    return [{ holder: { kind: "person", id: holder.id }, documentType, currency, limit: minor, amounts }];
  });
}
