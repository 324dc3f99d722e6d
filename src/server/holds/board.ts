import { openSeats } from "@/core/approval";
import { documentType, documentTypeKeys } from "@/core/documents";
import { money, type Money } from "@/core/money";
import { own } from "@/core/ids";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { joinWords } from "@/core/text";
import { sayHeld } from "@/core/words";
import type { App } from "../app";
import { commandDocument, mayReleaseHold } from "../documents/commands";
import { readState } from "../documents/state";
import { readReferenceData } from "../reference-data";
import { namesFor } from "../documents/names";
import { SHOWN_AMOUNT } from "../documents/rows";
import type { Source } from "../listing/source";
import { findRows, type SqlColumn } from "../listing/sql";

/** A hold as a line of the board. */
export type HoldRow = {
  id: string;
  document: string;
  hold: string;
  number: string;
  title: string;
  party: string;
  /** Its type and unit, by name. */
  type: string;
  unit: string;
  amount: Money;
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

export const HOLDS_A_PAGE = 50;

type StoredHold = {
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
  unit: string;
  net: number;
  gross: number;
  currency: string;
  status: string;
};

const COLUMNS: readonly SqlColumn<HoldRow>[] = [
  { key: "document", name: "Document", kind: "text", plain: true, sql: "d.number", value: (row) => row.number },
  { key: "title", name: "What", kind: "text", plain: true, extra: true, sql: "d.title", value: (row) => row.title },
  { key: "party", name: "Party", kind: "text", extra: true, sql: "d.party", value: (row) => row.party },
  { key: "type", name: "Type", kind: "choice", extra: true, apart: true, sql: "d.type", value: (row) => row.type },
  { key: "unit", name: "Unit", kind: "choice", extra: true, apart: true, sql: "d.unit", value: (row) => row.unit },
  { key: "reason", name: "Held because", kind: "choice", sql: "h.code", value: (row) => row.code },
  {
    key: "blocks",
    name: "Blocks",
    kind: "text",
    plain: true,
    apart: true,
    sql: "h.blocks",
    value: (row) => row.blocks.join(", "),
  },
  {
    key: "amount",
    name: "Amount",
    kind: "amount",
    sql: SHOWN_AMOUNT,
    currency: "d.currency",
    order: "h.amount",
    value: (row) => row.amount,
  },
  { key: "since", name: "Since", kind: "moment", sql: "h.placed_at", value: (row) => row.placedAt },
];

/** Whose move it is, in words, needs the document itself; a file of all holds does without. */
const WHOSE = { key: "move", name: "Waiting for", kind: "text", plain: true, apart: true, sql: "''" } as const;

/** Holds that are on documents now, the oldest first. */
export const holdsSource: Source<HoldRow> = {
  action: "holds.read",
  size: HOLDS_A_PAGE,
  usual: "since",
  columns: () => [...COLUMNS, { ...WHOSE, value: (row: HoldRow) => row.move }],
  find({ app, person, directory, zone }, query, given, size) {
    const always = own(WAITING_FOR, given.whose ?? "");
    const found = findRows<HoldRow, StoredHold>(
      app.db,
      {
        columns: [...COLUMNS, { ...WHOSE, value: (row) => row.move }],
        select: `h.document, h.id, h.kind, h.code, h.blocks, h.placed_by, h.placed_at, d.number, d.title, d.party, d.type, d.unit, d.net, d.gross, d.currency, d.status`,
        from: "hold h JOIN document d ON d.id = h.document",
        ...(always && { always: { sql: always, values: {} } }),
        usual: "h.placed_at, d.number",
        toRow: (row) => (size === null ? plainRow(app, row) : toRow(app, person, row)),
      },
      query,
      { size, zone },
    );
    return {
      ...found,
      choices: {
        reason: holdReasons(app).map(({ code }) => ({ key: code, name: code })),
        type: documentTypeKeys.map((key) => ({ key, name: documentType(key).name.one })),
        unit: directory.organisation.units.map(({ id, name }) => ({ key: id, name })),
      },
    };
  },
};

const WAITING_FOR: Readonly<Record<string, string>> = {
  approval: "h.kind = 'policy' AND h.waiting = 1",
  office: "NOT (h.kind = 'policy' AND h.waiting = 1)",
};

/** How many holds there are of each reason, and since when the oldest. */
export function holdReasons({ db }: App): { code: string; count: number; oldest: string }[] {
  return db
    .prepare(
      "SELECT code, COUNT(*) AS count, MIN(placed_at) AS oldest FROM hold GROUP BY code ORDER BY count DESC, code",
    )
    .all() as { code: string; count: number; oldest: string }[];
}

/** What a hold says by itself. */
function plainRow(app: App, row: StoredHold): HoldRow {
  const { directory } = readReferenceData(app);
  return {
    id: `${row.document}/${row.id}`,
    document: row.document,
    hold: row.id,
    number: row.number,
    title: row.title,
    party: row.party,
    type: documentType(row.type).name.one,
    unit: directory.unit(row.unit)?.name ?? row.unit,
    amount: money(documentType(row.type).shows === "net" ? row.net : row.gross, row.currency),
    kind: row.kind,
    code: row.code,
    reason: row.code,
    blocks: JSON.parse(row.blocks) as string[],
    placedAt: row.placed_at,
    placedBy: row.kind === "by hand" ? (directory.person(row.placed_by)?.name ?? row.placed_by) : "",
    status: row.status,
    move: "",
    mayRelease: false,
  };
}

function toRow(app: App, person: Person, row: StoredHold): HoldRow {
  const world = readReferenceData(app);
  const { directory } = world;
  const state = readState(app.db, row.document)!;
  const hold = state.holds.find((one) => one.id === row.id)!;
  const asked = state.levels.flatMap(openSeats).map((id) => directory.person(id)?.name ?? id);
  const { kind } = row;
  const move =
    kind === "routing"
      ? "the controller, to correct the cause"
      : kind === "check"
        ? `${directory.person(state.document.requester)?.name ?? "the requester"}, to add what is missing`
        : state.status === "waiting" && kind === "policy" && asked.length > 0
          ? `${joinWords([...new Set(asked)], "or")}, to decide`
          : "accounts, to release it";
  return {
    ...plainRow(app, row),
    reason: sayHeld(hold, namesFor(world, state)),
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
