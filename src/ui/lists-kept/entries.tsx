"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Attribute } from "@/core/lists";
import { sayDate } from "@/core/text";
import { ATTRIBUTE_WORDS } from "@/core/words";
import { Entry } from "../labelled";
import { Button, Empty, buttonClass } from "../primitives";
import { Table } from "../tables";
import { EntryForm } from "./entry-form";
import { ListImport } from "./list-import";
import type { EntryRow, ListView, Named } from "./types";

type Props = {
  view: ListView;
  /** The day it is shown as of; null for today. */
  day: string | null;
  today: string;
  currency: string;
  mayWrite: boolean;
  units: readonly Named[];
  taxRates: readonly Named[];
};

const MOST = 200;

/** What stands in a list; each entry is changed where it stands. */
export function Entries(props: Props) {
  const { view, day, today, mayWrite } = props;
  const router = useRouter();
  const [words, setWords] = useState("");
  const [ended, setEnded] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const [importing, setImporting] = useState(false);
  const letters = words.trim().toLowerCase();
  const fits = (row: EntryRow) =>
    (ended || row.open || row.firstDay > today) &&
    [row.key, row.name, row.owner?.name ?? ""].some((word) => word.toLowerCase().includes(letters));
  const rows = view.entries.filter(fits);
  const hidden = view.entries.filter((row) => !row.open && row.firstDay <= today).length;
  const form = (row: EntryRow | null) => <EntryForm {...props} row={row} onDone={() => setOpen(null)} />;
  return (
    <>
      <div className="mt-4 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="w-64">
          <Entry label="Search" value={words} onChange={setWords} />
        </div>
        <div className="w-40">
          <Entry
            label="As of"
            type="date"
            value={day ?? today}
            onChange={(on) =>
              on && router.push(on === today ? `/settings/lists/${view.id}` : `/settings/lists/${view.id}?on=${on}`)
            }
          />
        </div>
        {hidden > 0 && (
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-harbour"
              checked={ended}
              onChange={(event) => setEnded(event.target.checked)}
            />
            Show {hidden} ended
          </label>
        )}
        <span className="ml-auto flex flex-wrap justify-end gap-2">
          {mayWrite && <Button onClick={() => setImporting(!importing)}>Import</Button>}
          {/* A file and not a page, so that it is fetched and not gone to. */}
          <a href={`/api/lists/${view.id}/file`} className={buttonClass()} download>
            Export CSV
          </a>
          <a href={`/api/lists/${view.id}/file?format=xlsx`} className={buttonClass()} download>
            Export XLSX
          </a>
          {mayWrite && (
            <Button look="solid" onClick={() => setOpen("")}>
              Add an entry
            </Button>
          )}
        </span>
      </div>
      {importing && <ListImport list={view.id} onClose={() => setImporting(false)} />}
      {open === "" && <div className="mt-3 border border-rule bg-panel p-4">{form(null)}</div>}
      {view.entries.length === 0 ? (
        <Empty>Nothing stands in this list yet. Forms leave it out until something does.</Empty>
      ) : (
        <div className="mt-3">
          <Table label={view.name} heads={headsOf(view, mayWrite)}>
            {rows.slice(0, MOST).map((row) =>
              open === row.key ? (
                <tr key={row.key}>
                  <td colSpan={headsOf(view, mayWrite).length} className="p-0!">
                    <div className="bg-panel p-4">{form(row)}</div>
                  </td>
                </tr>
              ) : (
                <Row key={row.key} row={row} view={view} mayWrite={mayWrite} onOpen={() => setOpen(row.key)} />
              ),
            )}
          </Table>
          <p className="mt-2 text-sm text-soft" aria-live="polite">
            {rows.length > MOST
              ? `The first ${MOST} of ${rows.length}; search for the others.`
              : `${rows.length} ${rows.length === 1 ? "entry" : "entries"}.`}
          </p>
        </div>
      )}
    </>
  );
}

/** Attributes that are amounts or counts stand to the right. */
const RIGHT = new Set<Attribute>(["percent", "days", "ceiling", "receiptFrom", "allowance"]);

function headsOf(view: ListView, mayWrite: boolean) {
  return [
    { label: "Key" },
    { label: "Name" },
    ...view.with.map((attribute) => ({ label: ATTRIBUTE_WORDS[attribute], right: RIGHT.has(attribute) })),
    { label: "May be used" },
    ...(mayWrite ? [{ label: "Change", hidden: true }] : []),
  ];
}

function Row({ row, view, mayWrite, onOpen }: { row: EntryRow; view: ListView; mayWrite: boolean; onOpen(): void }) {
  const { key, name, firstDay, lastDay, open } = row;
  return (
    <tr className={open ? "" : "text-soft"}>
      <td className="whitespace-nowrap">{key}</td>
      <td>{name === key ? "" : name}</td>
      {view.with.map((attribute) => (
        <td key={attribute} className={RIGHT.has(attribute) ? "text-right whitespace-nowrap" : ""}>
          {row.attributes.find((one) => one.attribute === attribute)?.shown ?? ""}
        </td>
      ))}
      <td className="whitespace-nowrap">
        {open || !lastDay ? "" : "ended: "}
        {firstDay && `from ${sayDate(firstDay)} `}
        {lastDay && `until ${sayDate(lastDay)}`}
        {!firstDay && !lastDay && "always"}
      </td>
      {mayWrite && (
        <td className="text-right">
          <Button small look="quiet" className="-my-1.5" onClick={onOpen}>
            Change<span className="sr-only"> {name}</span>
          </Button>
        </td>
      )}
    </tr>
  );
}
