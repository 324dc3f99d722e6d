"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { DocumentRow } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { sayDue, saySince } from "../format";
import { useKeys } from "../frame/keys";
import { StatusMark } from "../primitives";
import { Several, keyOfItem } from "./several";

type Waiting = DocumentRow & { since: string; due?: string | null; level: string; why: string };
type Blocked = DocumentRow & { since: string; why: string };
type Asked = DocumentRow & { since: string; by: string; text: string };

/** What waits for me and what I wait for, as sentences with the amounts in one column. J and K move, Enter opens. */
export function DeskList({
  waiting,
  questions,
  blocked,
  held,
  mine,
  chosen,
  now,
  zone,
}: {
  waiting: Waiting[];
  /** What somebody asks this person about. */
  questions: Asked[];
  /** What asks this person and they cannot decide now, with the reason. */
  blocked: Blocked[];
  /** Held documents that this person is to mend. */
  held: (DocumentRow & { why: string })[];
  /** Their own, and those they took over from somebody who left. */
  mine: (DocumentRow & { takenOverFrom: string | null })[];
  chosen?: string;
  now: string;
  zone: string;
}) {
  const router = useRouter();
  const [several, setSeveral] = useState<ReadonlySet<string> | null>(null);
  const pick = (key: string, on: boolean) => {
    const next = new Set(several);
    if (on) next.add(key);
    else next.delete(key);
    setSeveral(next);
  };
  const ids = [...waiting, ...questions, ...blocked, ...held, ...mine].map((row) => row.id);
  const at = chosen ? ids.indexOf(chosen) : -1;
  const go = (step: number) => {
    const next = ids[Math.max(0, Math.min(ids.length - 1, at + step))];
    if (next && next !== chosen) router.replace(`/desk?open=${next}`, { scroll: false });
  };
  useKeys({ j: () => go(1), k: () => go(-1), Enter: () => chosen && router.push(`/documents/${chosen}`) });
  return (
    <>
      {waiting.length > 1 && (
        <Several
          waiting={waiting}
          chosen={several}
          onBegin={() => setSeveral(new Set())}
          onEnd={() => setSeveral(null)}
        />
      )}
      <ul className="border-t border-rule" aria-label="Waiting for you">
        {waiting.map((row) => (
          <Line
            key={keyOfItem(row)}
            row={row}
            pick={several && { on: several.has(keyOfItem(row)), set: (on: boolean) => pick(keyOfItem(row), on) }}
            here={row.id === chosen}
            sentence={`From ${row.requesterName}, ${row.unitName}. ${row.why}`}
            side={row.due ? sayDue(row.due, now, zone) : saySince(row.since, now, zone)}
            late={Boolean(row.due && now > row.due)}
          />
        ))}
      </ul>
      {questions.length > 0 && (
        <>
          <h2 className="px-4 pt-5 pb-2 font-sans text-sm font-semibold text-sentback md:px-5">Asked of you</h2>
          <ul className="border-t border-rule" aria-label="Questions to you">
            {questions.map((row) => (
              <Line
                key={`${row.id} ${row.since}`}
                row={row}
                here={row.id === chosen}
                sentence={`${row.by} asks: “${row.text}”`}
                side={saySince(row.since, now, zone)}
              />
            ))}
          </ul>
        </>
      )}
      {blocked.length > 0 && (
        <>
          <h2 className="px-4 pt-5 pb-2 font-sans text-sm font-semibold text-soft md:px-5">
            Asks you, but you cannot decide it now
          </h2>
          <ul className="border-t border-rule" aria-label="Not yours to decide now">
            {blocked.map((row) => (
              <Line
                key={row.id}
                row={row}
                here={row.id === chosen}
                sentence={`${row.why}. From ${row.requesterName}.`}
                side={saySince(row.since, now, zone)}
              />
            ))}
          </ul>
        </>
      )}
      {held.length > 0 && (
        <>
          <h2 className="px-4 pt-5 pb-2 font-sans text-sm font-semibold text-held md:px-5">Held, for you to mend</h2>
          <ul className="border-t border-rule" aria-label="Held">
            {held.map((row) => (
              <Line
                key={row.id}
                row={row}
                here={row.id === chosen}
                sentence={`${row.why}. From ${row.requesterName}.`}
                status
              />
            ))}
          </ul>
        </>
      )}
      {mine.length > 0 && (
        <>
          <h2 className="px-4 pt-5 pb-2 font-sans text-sm font-semibold text-soft md:px-5">You wait for these</h2>
          <ul className="border-t border-rule" aria-label="Your own">
            {mine.map((row) => (
              <Line
                key={row.id}
                row={row}
                here={row.id === chosen}
                sentence={row.takenOverFrom ? `${row.party}. Taken over from ${row.takenOverFrom}.` : row.party}
                status
              />
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function Line({
  row,
  here,
  sentence,
  side,
  late = false,
  status = false,
  pick = null,
}: {
  row: DocumentRow;
  here: boolean;
  sentence: string;
  side?: string;
  late?: boolean;
  status?: boolean;
  /** To tick it as one of several. */
  pick?: { on: boolean; set(on: boolean): void } | null;
}) {
  const inner = (
    <>
      <span className="flex items-baseline justify-between gap-3">
        <span className="min-w-0 font-semibold">{row.title || `Untitled ${row.typeName}`}</span>
        <span className="font-semibold whitespace-nowrap">{row.amount.minor !== 0 && formatMoney(row.amount)}</span>
      </span>
      <span className="flex items-baseline justify-between gap-3 text-sm text-soft">
        <span className="min-w-0">{sentence}</span>
        <span className={`text-right whitespace-nowrap ${late ? "font-semibold text-held" : ""}`}>
          {side}
          {status && <StatusMark status={row.held ? "held" : row.status} />}
        </span>
      </span>
    </>
  );
  const look = `min-h-16 flex-col justify-center border-b border-rule py-2.5 pr-4 no-underline text-ink md:pr-5 ${here ? "border-l-4 border-l-harbour bg-paper pl-3 md:pl-4" : "pl-4 hover:bg-paper/60 md:pl-5"}`;
  // Wide enough, the document opens beside the list; on a phone it is a page of its own.
  return (
    <li className={pick ? "flex items-stretch" : ""}>
      {pick && (
        <label className="flex min-w-11 items-center justify-center border-b border-rule">
          <input
            type="checkbox"
            className="size-5 accent-harbour"
            aria-label={`Choose ${row.number}, ${row.title}`}
            checked={pick.on}
            onChange={(event) => pick.set(event.target.checked)}
          />
        </label>
      )}
      <Link
        href={`/desk?open=${row.id}`}
        scroll={false}
        aria-current={here ? "true" : undefined}
        className={`hidden min-w-0 flex-1 lg:flex ${look}`}
      >
        {inner}
      </Link>
      <Link
        href={`/documents/${row.id}`}
        className={`flex min-w-0 flex-1 lg:hidden ${look.replace("border-l-4 border-l-harbour bg-paper pl-3 md:pl-4", "pl-4 md:pl-5")}`}
      >
        {inner}
      </Link>
    </li>
  );
}
