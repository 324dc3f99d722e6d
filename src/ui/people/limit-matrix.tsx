"use client";

import { useRef, useState } from "react";
import { DateInput } from "../date-input";
import { announce } from "../frame/announce";
import { AUTHORITY_TYPES } from "@/core/documents";
import { Refusals } from "../primitives";
import { readLimit, textOf, type Cell } from "./limit-text";
import { useChange } from "./use-change";

export type Row = { kind: "person" | "position"; id: string; name: string; about: string; cells: Cell[] };
type Place = { row: string; type: number };

const TYPES = Object.entries(AUTHORITY_TYPES);

type Open = Place & { text: string };

/**
 * Limits of positions and people by type of document. A cell is typed into where it stands: an amount, with another currency behind it if need
 * be, “unlimited”, or nothing for none. Enter keeps it, Escape leaves it, Tab goes on.
 */
export function LimitMatrix({
  rows,
  currency,
  mayWrite,
  today,
}: {
  rows: Row[];
  currency: string;
  mayWrite: boolean;
  today: string;
}) {
  const [from, setFrom] = useState(today);
  const editing = useEditing(currency, from === today ? null : from);
  return (
    <div>
      {mayWrite && <FromWhen from={from} today={today} currency={currency} onChange={setFrom} />}
      <Refusals refusals={editing.refusals} />
      <div className="overflow-x-auto">
        <table className="w-full min-w-[44rem] table-fixed border-collapse md:min-w-[56rem]">
          <thead>
            <tr className="border-b border-ink/40 text-left text-sm text-soft [&_th]:py-1.5 [&_th]:font-normal">
              <th scope="col" className="pr-4">
                Position or person, in {currency}
              </th>
              {TYPES.map(([key, name]) => (
                <th key={key} scope="col" className="w-32 px-2 text-right md:w-44">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <HolderRow
                key={keyOf(row)}
                row={row}
                // A line between the positions and the people below them.
                divided={row.kind === "person" && rows[index - 1]?.kind === "position"}
                currency={currency}
                mayWrite={mayWrite}
                editing={editing}
              />
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

const keyOf = (row: Row) => `${row.kind} ${row.id}`;

/** Which cell is typed into, and keeping what was typed. */
function useEditing(currency: string, from: string | null) {
  const { change, busy, refusals, refuseBeforehand, clear } = useChange();
  const [open, setOpen] = useState<Open | null>(null);
  const keeping = useRef(false);
  const keep = async (row: Row, type: number) => {
    if (!open || keeping.current) return;
    const read = readLimit(open.text, currency, `${row.name}, ${TYPES[type]![1].toLowerCase()}`);
    if (!read.ok) return refuseBeforehand(...read.refusals);
    if (open.text.trim() === textOf(row.cells[type]!, currency)) return setOpen(null);
    keeping.current = true;
    const holder = { kind: row.kind, id: row.id };
    const done = await change({ type: "set limit", holder, documentType: TYPES[type]![0], limit: read.value, from });
    keeping.current = false;
    if (!done) return;
    announce(`Saved: ${row.name}, ${TYPES[type]![1].toLowerCase()}, ${open.text.trim() || "no limit"}.`);
    setOpen(null);
  };
  const leave = () => {
    clear();
    setOpen(null);
  };
  return { open, setOpen, keep, leave, busy, refusals };
}

function FromWhen({
  from,
  today,
  currency,
  onChange,
}: {
  from: string;
  today: string;
  currency: string;
  onChange(from: string): void;
}) {
  return (
    <div className="no-print mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
      <div>
        <label htmlFor="limits-from" className="block text-sm font-semibold">
          Effective from
        </label>
        <DateInput
          id="limits-from"
          className="w-44!"
          value={from}
          min={today}
          onDay={(day) => onChange(day || today)}
        />
      </div>
      <p className="max-w-prose pb-1.5 text-sm text-soft">
        Type an amount in {currency} (another currency goes behind it, as in “20,000 GBP”), “unlimited”, or nothing for
        none. A later day leaves what holds until then.
      </p>
    </div>
  );
}

function HolderRow({
  row,
  divided,
  currency,
  mayWrite,
  editing,
}: {
  row: Row;
  divided: boolean;
  currency: string;
  mayWrite: boolean;
  editing: ReturnType<typeof useEditing>;
}) {
  const { open, setOpen, keep, leave, busy } = editing;
  return (
    <tr className={`border-b border-rule/70 ${divided ? "border-t-2 border-t-ink/40" : ""}`}>
      <th scope="row" className="py-1 pr-4 text-left font-medium">
        {row.kind === "person" ? <a href={`/people/${row.id}`}>{row.name}</a> : row.name}{" "}
        <span className={`font-normal ${row.about === "vacant" ? "text-held" : "text-soft"}`}>{row.about}</span>
      </th>
      {row.cells.map((cell, type) => {
        const label = `${row.name}, ${TYPES[type]![1].toLowerCase()}`;
        return (
          <td key={TYPES[type]![0]} className="p-0 text-right align-top">
            {open?.row === keyOf(row) && open.type === type ? (
              <input
                aria-label={label}
                className="field text-right"
                autoFocus
                disabled={busy}
                value={open.text}
                onChange={(event) => setOpen({ ...open, text: event.target.value })}
                onBlur={() => void keep(row, type)}
                onKeyDown={(event) => {
                  if (event.key === "Enter") void keep(row, type);
                  if (event.key === "Escape") leave();
                }}
              />
            ) : (
              <CellButton
                cell={cell}
                home={currency}
                label={label}
                mayWrite={mayWrite}
                onOpen={() => setOpen({ row: keyOf(row), type, text: textOf(cell, currency) })}
              />
            )}
          </td>
        );
      })}
    </tr>
  );
}

function CellButton({
  cell,
  home,
  label,
  mayWrite,
  onOpen,
}: {
  cell: Cell;
  home: string;
  label: string;
  mayWrite: boolean;
  onOpen(): void;
}) {
  const shown = (
    <>
      <span className={cell.kind === "none" ? "text-soft" : ""}>
        {cell.kind === "none" ? <Nothing /> : cell.words}
        {cell.kind === "amount" && cell.currency !== home && ` ${cell.currency}`}
      </span>
      {cell.later && <span className="block text-sm text-sentback">{cell.later}</span>}
    </>
  );
  if (!mayWrite) return <span className="relative block px-2 py-1.5">{shown}</span>;
  return (
    <button
      type="button"
      className="relative block min-h-9 w-full px-2 py-1.5 text-right hover:bg-mist/40"
      onClick={onOpen}
    >
      <span className="sr-only">{label}: </span>
      {shown}
      <span className="sr-only">. Change</span>
    </button>
  );
}

const Nothing = () => (
  <>
    <span aria-hidden="true">–</span>
    <span className="sr-only">none</span>
  </>
);
