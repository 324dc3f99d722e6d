import { addDays, dayIn } from "@/core/calendar";
import { pain001 } from "@/core/formats";
import { blockingHolds } from "@/core/holds";
import { maskAccount, plainAccount, transfersOf, type Transfer } from "@/core/payments";
import type { Person } from "@/core/people";
import { canonical, sha256Hex } from "@/core/records";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import type { App } from "../app";
import { statement } from "../db/statement";
import { commandBySystem } from "../documents/commands";
import { readState } from "../documents/state";
import { act } from "../ledger/act";
import { readRules } from "../ledger/accounts";
import { markMet, whatMeets } from "../ledger/duties";
import type { RunItem } from "../ledger/events";
import { writeLedger } from "../ledger/write";
import { readReferenceData } from "../reference-data";
import { csvOf, workbookOf } from "./csv";
import { accountOf, toBePaid, type Payable } from "./payable";

/** Payment runs: looked at, made, undone until they are exported, exported once. */

export type StoredRun = {
  id: string;
  day: string;
  made_at: string;
  made_by: string;
  undone_at: string | null;
  undone_by: string | null;
  reason: string;
  exported_at: string | null;
  exported_by: string | null;
  sha256: string | null;
  items: string;
  kept_out: string;
};

/** A payment run as it is stored; null where there is none. */
export function readRun(app: App, id: string): StoredRun | null {
  return (statement(app.db, "SELECT * FROM payment_run WHERE id = ?").get(id) as StoredRun | undefined) ?? null;
}

const today = (app: App) => dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);

/** What somebody sees of something they are about to pay, its account included: when that has changed since, they look again. */
export function seenOf({ document, account, amount }: Pick<Payable, "document" | "account" | "amount">): string {
  return sha256Hex(canonical([document, plainAccount(account), amount.minor, amount.currency]));
}

/** A run is made for a day to come, within half a year. */
const MOST_DAYS_AHEAD = 183;

export type NewRun = { day: string; items: { document: string; seen: string }[] };

/** Makes a run of exactly what somebody looked at and ticked: all of it or, with why, nothing. */
export function makeRun(app: App, actor: Person, { day, items }: NewRun, command: string) {
  const about = { action: "ledger.write" as const, command, stream: "ledger", type: "payment run made" };
  return act(app, actor, about, (): Result<{ run: string }> => {
    if (day < today(app)) return refused("pay day is past", { day }, "day");
    if (day > addDays(today(app), MOST_DAYS_AHEAD)) return refused("pay day too far", null, "day");
    const all = toBePaid(app, actor);
    const wanted = new Map(items.map(({ document, seen }) => [document, seen]));
    const chosen = all.filter((one) => wanted.has(one.document));
    const refusals = whyNotMake(app, chosen, wanted);
    if (refusals.length > 0) return { ok: false, refusals };
    const run = nextId(app);
    const left = all.filter((one) => !wanted.has(one.document) && one.planned <= day);
    writeLedger(
      app,
      [
        {
          type: "payment run made",
          data: {
            run,
            day,
            by: actor.id,
            items: chosen.map(itemOf),
            left: left.map(({ document, why }) => ({ document, why })),
          },
        },
      ],
      { actor: actor.id, command },
    );
    markMet(
      app,
      chosen.flatMap((one) => one.met),
      command,
    );
    return { ok: true, value: { run } };
  });
}

const itemOf = ({ document, reference, payee, account, amount }: Payable): RunItem => ({
  document,
  reference,
  payee,
  account: maskAccount(account),
  amount,
});

function whyNotMake(app: App, chosen: readonly Payable[], wanted: ReadonlyMap<string, string>): Refusal[] {
  if (wanted.size === 0) return [refuse("nothing ticked to pay", null, "items")];
  const found = new Set(chosen.map((one) => one.document));
  const gone = [...wanted.keys()].filter((document) => !found.has(document));
  const { notSetOff } = transfersOf("", chosen);
  return [
    ...gone.map((document) =>
      refuse("in another run", { document: readState(app.db, document)?.number ?? document }, "items"),
    ),
    ...chosen.flatMap(({ number, why }) =>
      why.map((one) => refuse("not to be paid", { document: number, why: one }, "documents")),
    ),
    ...chosen
      .filter((one) => one.why.length === 0 && seenOf(one) !== wanted.get(one.document))
      .map(({ number }) => refuse("payable has changed", { document: number }, "items")),
    ...notSetOff.map(({ document }) =>
      refuse(
        "not to be paid",
        { document: chosen.find((one) => one.document === document)!.number, why: { code: "not set off" } },
        "items",
      ),
    ),
  ];
}

function nextId(app: App): string {
  const count = statement(app.db, "SELECT COUNT(*) FROM payment_run").pluck().get() as number;
  return `PR-${String(count + 1).padStart(4, "0")}`;
}

/** Takes a run back before it is exported: what was in it is to be paid again. */
export function undoRun(app: App, actor: Person, { run, reason }: { run: string; reason: string }, command: string) {
  const about = { action: "ledger.write" as const, command, stream: "ledger", type: "payment run undone" };
  return act(app, actor, about, (): Result<{ run: string }> => {
    const stored = readRun(app, run);
    if (!stored) return refused("no such run", { run }, "run");
    if (stored.exported_at) return refused("run is exported", { run });
    if (stored.undone_at) return refused("run is undone", { run });
    if (!reason.trim()) return refused("say why undone", null, "reason");
    writeLedger(app, [{ type: "payment run undone", data: { run, by: actor.id, reason: reason.trim() } }], {
      actor: actor.id,
      command,
    });
    return { ok: true, value: { run } };
  });
}

/**
 * Hands a run to the bank: makes its files, and marks each document as paid on the run's day. Whatever has changed since it was made, a hold or an
 * account, keeps it from being exported, so that it is undone and looked at again.
 */
export function exportRun(app: App, actor: Person, { run }: { run: string }, command: string) {
  const about = { action: "ledger.write" as const, command, stream: "ledger", type: "payment run exported" };
  return act(app, actor, about, (): Result<{ run: string }> => {
    const stored = readRun(app, run);
    if (!stored) return refused("no such run", { run }, "run");
    if (stored.undone_at || stored.exported_at)
      return refused("run is over", { run, how: stored.undone_at ? "undone" : "exported" });
    if (stored.day < today(app)) return refused("run day is past", { day: stored.day, run });
    const { payer: name, account, bic } = readRules(app).payments;
    if (!account) return refused("no account to pay from");
    const items = JSON.parse(stored.items) as RunItem[];
    const accounts = items.map((item) => accountNow(app, item, stored));
    // Handing it to the bank is paying too: whoever may not pay one of these does not do it for somebody else either.
    const apart = items.map(({ document }) => whatMeets(app, readState(app.db, document)!, actor, "pay"));
    const refusals = [...accounts, ...apart].flatMap((one) => ("refusal" in one ? [one.refusal] : []));
    if (refusals.length > 0) return { ok: false, refusals };
    const full = items.map((item, index) => ({ ...item, account: (accounts[index] as { account: string }).account }));
    const { transfers } = transfersOf(run, full);
    const payer = { name: name || readReferenceData(app).directory.organisation.name, account, bic };
    const xml = pain001({ run, day: stored.day, made: app.clock.now(), payer, transfers });
    keepFile(app, { run, day: stored.day, xml, transfers });
    writeLedger(app, [{ type: "payment run exported", data: { run, by: actor.id, payer, sha256: sha256Hex(xml) } }], {
      actor: actor.id,
      command,
    });
    const met = actor.id === stored.made_by ? [] : apart.flatMap((one) => ("met" in one ? one.met : []));
    markMet(app, met, command);
    for (const { document, payee, account: to, amount } of items) {
      const paid = { run, day: stored.day, amount, to: payee, account: to };
      const noted = commandBySystem(app, document, { type: "note payment", paid }, `${command}:${document}`);
      if (!noted.ok) return noted;
    }
    return { ok: true, value: { run } };
  });
}

function keepFile(
  app: App,
  { run, day, xml, transfers }: { run: string; day: string; xml: string; transfers: readonly Transfer[] },
): void {
  app.db
    .prepare("INSERT OR REPLACE INTO payment_file (run, xml, csv) VALUES (?, ?, ?)")
    .run(run, xml, csvOf(run, day, transfers));
}

/** The account an item is paid to, if nothing has happened to it or to its document since the run was made. */
function accountNow(app: App, item: RunItem, run: StoredRun): { account: string } | { refusal: Refusal } {
  const state = readState(app.db, item.document)!;
  const { account, why, changedAt } = accountOf(app, state);
  const holds = blockingHolds(state.holds, "pay").map((hold) => hold.code);
  const [first] = holds.length > 0 ? [{ code: "held" as const, holds }, ...why] : why;
  if (first) return { refusal: refuse("no more to be paid", { document: state.number, why: first }) };
  const moved = maskAccount(account) !== item.account || (changedAt !== null && changedAt > run.made_at);
  return moved
    ? {
        refusal: refuse("payee’s account has changed", { document: state.number, payee: item.payee }),
      }
    : { account };
}

/** A file of an exported run. Whoever fetches one sees account numbers, which is in the log. */
export async function fetchFile(
  app: App,
  actor: Person,
  run: string,
  format: "xml" | "csv" | "xlsx",
): Promise<Result<{ content: string | Uint8Array }>> {
  const file = app.db.prepare("SELECT xml, csv FROM payment_file WHERE run = ?").get(run) as
    { xml: string; csv: string } | undefined;
  if (!file) return refused("no file of the run", { run });
  app.db
    .transaction(() =>
      writeLedger(app, [{ type: "payment file fetched", data: { run, by: actor.id, format } }], { actor: actor.id }),
    )
    .immediate();
  return { ok: true, value: { content: format === "xlsx" ? await workbookOf(run, file.csv) : file[format] } };
}
