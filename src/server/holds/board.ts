import { openSeats } from "@/core/approval";
import { documentType } from "@/core/documents";
import { formatMoney, money } from "@/core/money";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { joinWords } from "@/core/text";
import { sayHeld } from "@/core/words";
import type { App } from "../app";
import { Where } from "../db/where";
import { commandDocument, mayReleaseHold } from "../documents/commands";
import { readState } from "../documents/state";
import { readReferenceData } from "../reference-data";
import { namesFor } from "../documents/names";

/** A hold as a line of the board. */
export type HoldRow = {
  document: string;
  hold: string;
  number: string;
  title: string;
  party: string;
  amount: string;
  kind: string;
  code: string;
  reason: string;
  blocks: string[];
  placedAt: string;
  placedBy: string;
  status: string;
  /** Whose move it is, in words. */
  move: string;
  mayRelease: boolean;
};

export type HoldFilter = {
  reason?: string | undefined;
  sort?: "age" | "amount" | "reason" | undefined;
  whose?: string | undefined;
  page?: number;
};
export const HOLDS_A_PAGE = 50;

type Stored = {
  document: string;
  id: string;
  kind: string;
  code: string;
  blocks: string;
  placed_by: string;
  placed_at: string;
  number: string;
  title: string;
  party: string;
  type: string;
  net: number;
  gross: number;
  currency: string;
  status: string;
};

const ORDER = { age: "h.placed_at", amount: "h.amount DESC", reason: "h.code, h.placed_at" };

/** Holds that are on documents now, a page at a time, with how many there are of each reason. */
export function holdBoard(app: App, person: Person, filter: HoldFilter) {
  const { reason = "", sort = "age", whose = "", page = 1 } = filter;
  const where = new Where().given("h.code = @reason", "reason", reason);
  if (whose === "approval") where.and("h.kind = 'policy' AND h.waiting = 1");
  if (whose === "office") where.and("NOT (h.kind = 'policy' AND h.waiting = 1)");
  const { clause: condition, values } = where;
  const total = app.db.prepare(`SELECT COUNT(*) FROM hold h ${condition}`).pluck().get(values) as number;
  const stored = app.db
    .prepare(
      `SELECT h.document, h.id, h.kind, h.code, h.blocks, h.placed_by, h.placed_at, d.number, d.title, d.party, d.type, d.net, d.gross, d.currency, d.status
       FROM (SELECT * FROM hold h ${condition} ORDER BY ${ORDER[sort]} LIMIT ${HOLDS_A_PAGE} OFFSET @offset) h JOIN document d ON d.id = h.document
       ORDER BY ${ORDER[sort]}, d.number LIMIT ${HOLDS_A_PAGE}`,
    )
    .all({ ...values, offset: (Math.max(1, page) - 1) * HOLDS_A_PAGE }) as Stored[];
  const reasons = app.db
    .prepare(
      "SELECT code, COUNT(*) AS count, MIN(placed_at) AS oldest FROM hold GROUP BY code ORDER BY count DESC, code",
    )
    .all() as { code: string; count: number; oldest: string }[];
  return { rows: stored.map((row) => toRow(app, person, row)), total, reasons, page };
}

function toRow(app: App, person: Person, row: Stored): HoldRow {
  const world = readReferenceData(app);
  const { directory } = world;
  const state = readState(app.db, row.document)!;
  const hold = state.holds.find((one) => one.id === row.id)!;
  const asked = state.levels.flatMap(openSeats).map((id) => directory.person(id)?.name ?? id);
  const { kind } = row;
  const move =
    kind === "routing"
      ? "the controller, to mend the cause"
      : kind === "check"
        ? `${directory.person(state.document.requester)?.name ?? "the requester"}, to add what is missing`
        : state.status === "waiting" && kind === "policy" && asked.length > 0
          ? `${joinWords([...new Set(asked)], "or")}, to decide`
          : "accounts, to release it";
  return {
    document: row.document,
    hold: row.id,
    number: row.number,
    title: row.title,
    party: row.party,
    amount: formatMoney(money(documentType(row.type).shows === "net" ? row.net : row.gross, row.currency)),
    kind,
    code: row.code,
    reason: sayHeld(hold, namesFor(world, state)),
    blocks: JSON.parse(row.blocks) as string[],
    placedAt: row.placed_at,
    placedBy: kind === "by hand" ? (directory.person(row.placed_by)?.name ?? row.placed_by) : "",
    status: row.status,
    move,
    mayRelease: mayReleaseHold(app, person, state, row.id),
  };
}

/**
 * Releases many holds with one reason, each as a command of its own. Those that cannot be released are said with why; the others are.
 * @param command one id for the whole, from which each gets its own
 */
export function releaseMany(
  app: App,
  actor: Person,
  holds: readonly { document: string; hold: string }[],
  { reason, listed }: { reason: string; listed?: string | undefined },
  command: string,
): Result<{ released: number; refused: { document: string; why: string }[] }> {
  if (!reason.trim() && !listed) return refused("say why released together", null, "reason");
  const kept: { document: string; why: string }[] = [];
  let released = 0;
  let forbidden = null as Result<never> | null;
  for (const { document, hold } of holds) {
    const result = commandDocument(
      app,
      actor,
      document,
      { type: "release hold", hold, reason, listed },
      `${command}:${document}:${hold}`,
    );
    if (result.ok) released += 1;
    else {
      if (result.refusals[0]?.code === "forbidden") forbidden = result;
      const number = readState(app.db, document)?.number ?? document;
      kept.push({ document: number, why: result.refusals.map((one) => one.message).join("; ") });
    }
  }
  // Nothing done for want of the right is a refusal as a whole, and is logged as one.
  if (released === 0 && forbidden) return forbidden;
  return { ok: true, value: { released, refused: kept } };
}
