"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import type { DocumentRow } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { saySince } from "../format";
import { useKeys } from "../frame/keys";
import { StatusMark } from "../primitives";

type Waiting = DocumentRow & { since: string; why: string };

/** What waits for me and what I wait for, as sentences with the amounts in one column. J and K move, Enter opens. */
export function DeskList({
  waiting,
  blocked,
  held,
  mine,
  chosen,
  now,
  zone,
}: {
  waiting: Waiting[];
  /** What asks this person and they cannot decide now, with the reason. */
  blocked: Waiting[];
  /** Held documents that this person is to mend. */
  held: (DocumentRow & { why: string })[];
  /** Their own, and those they took over from somebody who left. */
  mine: (DocumentRow & { takenOverFrom: string | null })[];
  chosen?: string;
  now: string;
  zone: string;
}) {
  const router = useRouter();
  const ids = [...waiting, ...blocked, ...held, ...mine].map((row) => row.id);
  const at = chosen ? ids.indexOf(chosen) : -1;
  const go = (step: number) => {
    const next = ids[Math.max(0, Math.min(ids.length - 1, at + step))];
    if (next && next !== chosen) router.replace(`/desk?open=${next}`, { scroll: false });
  };
  useKeys({ j: () => go(1), k: () => go(-1), Enter: () => chosen && router.push(`/documents/${chosen}`) });
  return (
    <>
      <ul className="border-t border-rule" aria-label="Waiting for you">
        {waiting.map((row) => (
          <Line
            key={row.id}
            row={row}
            here={row.id === chosen}
            sentence={`From ${row.requesterName}, ${row.unitName}. ${row.why}`}
            side={saySince(row.since, now, zone)}
          />
        ))}
      </ul>
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
  status = false,
}: {
  row: DocumentRow;
  here: boolean;
  sentence: string;
  side?: string;
  status?: boolean;
}) {
  const inner = (
    <>
      <span className="flex items-baseline justify-between gap-3">
        <span className="min-w-0 font-semibold">{row.title || `Untitled ${row.typeName}`}</span>
        <span className="font-semibold whitespace-nowrap">{formatMoney(row.amount)}</span>
      </span>
      <span className="flex items-baseline justify-between gap-3 text-sm text-soft">
        <span className="min-w-0">{sentence}</span>
        <span className="text-right whitespace-nowrap">
          {side}
          {status && <StatusMark status={row.held ? "held" : row.status} />}
        </span>
      </span>
    </>
  );
  const look = `min-h-16 flex-col justify-center border-b border-rule py-2.5 pr-4 no-underline text-ink md:pr-5 ${here ? "border-l-4 border-l-harbour bg-paper pl-3 md:pl-4" : "pl-4 hover:bg-paper/60 md:pl-5"}`;
  // Wide enough, the document opens beside the list; on a phone it is a page of its own.
  return (
    <li>
      <Link
        href={`/desk?open=${row.id}`}
        scroll={false}
        aria-current={here ? "true" : undefined}
        className={`hidden lg:flex ${look}`}
      >
        {inner}
      </Link>
      <Link
        href={`/documents/${row.id}`}
        className={`flex lg:hidden ${look.replace("border-l-4 border-l-harbour bg-paper pl-3 md:pl-4", "pl-4 md:pl-5")}`}
      >
        {inner}
      </Link>
    </li>
  );
}
