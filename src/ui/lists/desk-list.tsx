"use client";

import Link from "next/link";
import { useState, type KeyboardEvent } from "react";
import type { DocumentRow } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { sayDue, saySince } from "../format";
import { headingOfDocument } from "../frame/focus";
import { walkLines } from "../frame/keys";
import { StatusMark } from "../primitives";
import { Several } from "./several";

type Waiting = DocumentRow & { since: string; due?: string | null; levels: string[]; why: string };
type With<T> = DocumentRow & T;

export type Desk = {
  waiting: Waiting[];
  /** Their own that came back, for them to correct. */
  returned: With<{ by: string; words: string }>[];
  /** What somebody asks this person about. */
  questions: With<{ since: string; by: string; text: string }>[];
  /** Held documents that this person is to mend at their cause. */
  held: With<{ why: string }>[];
  /** Holds that nobody but people like this one release. */
  releasable: With<{ since: string; why: string }>[];
  /** What asks this person and they cannot decide now, with the reason. */
  blocked: With<{ since: string; why: string }>[];
  /** What they are told of. */
  told: With<{ since: string; level: string }>[];
  /** Their own under way, and those they took over from somebody who left. */
  mine: With<{ takenOverFrom: string | null }>[];
};

/** One line of a part of the desk. */
type Shown = { key: string; row: DocumentRow; sentences: string[]; side?: string; late?: boolean; status?: true };
type Part = {
  title: string;
  label: string;
  tone: string;
  lines: Shown[];
  /** It stands above what waits for a decision: somebody else can do nothing before. */
  first?: true;
};

/** A document that stands in several parts is one line, in the part that wants most of its reader, and says what the others would. */
function onceEach(parts: readonly Part[]): Part[] {
  const lines = new Map<string, Shown>();
  return parts.map((part) => ({
    ...part,
    lines: part.lines.flatMap((line) => {
      const before = lines.get(line.row.id);
      if (before) before.sentences = [...new Set([...before.sentences, ...line.sentences])];
      else lines.set(line.row.id, line);
      return before ? [] : [line];
    }),
  }));
}

/** In a list the arrows move from line to line, and to the right to what is open beside it. */
function onKey(event: KeyboardEvent<HTMLElement>): void {
  if (event.key === "ArrowRight" && (event.target as HTMLElement).dataset.line !== undefined) {
    event.preventDefault();
    (document.getElementById("decide") ?? headingOfDocument())?.focus();
  } else walkLines(event);
}

/** What waits for me and what I wait for, as sentences with the amounts in one column. */
export function DeskList({ desk, chosen, now, zone }: { desk: Desk; chosen?: string; now: string; zone: string }) {
  const { waiting } = desk;
  const [several, setSeveral] = useState<ReadonlySet<string> | null>(null);
  const pick = (key: string, on: boolean) => {
    const next = new Set(several);
    if (on) next.add(key);
    else next.delete(key);
    setSeveral(next);
  };
  const [toDecide, ...parts] = onceEach([decisionsOf(desk, now, zone), ...partsOf(desk, now, zone)]);
  const above = parts.filter((part) => part.first && part.lines.length > 0);
  return (
    <div onKeyDown={onKey}>
      <Parts of={above} chosen={chosen} />
      {above.length > 0 && waiting.length > 0 && <PartTitle tone="text-waiting">For you to decide</PartTitle>}
      {waiting.length > 1 && (
        <Several
          waiting={waiting}
          chosen={several}
          onBegin={() => setSeveral(new Set())}
          onEnd={() => setSeveral(null)}
        />
      )}
      <ul className="border-t border-rule" aria-label="Waiting for you">
        {toDecide!.lines.map(({ key, ...line }) => (
          <Line
            key={key}
            {...line}
            pick={several && { on: several.has(key), set: (on: boolean) => pick(key, on) }}
            here={key === chosen}
          />
        ))}
      </ul>
      <Parts of={parts.filter((part) => !part.first)} chosen={chosen} />
    </div>
  );
}

function PartTitle({ tone, children }: { tone: string; children: string }) {
  return <h2 className={`px-4 pt-5 pb-2 font-sans text-sm font-semibold md:px-5 ${tone}`}>{children}</h2>;
}

function Parts({ of, chosen }: { of: readonly Part[]; chosen: string | undefined }) {
  return of
    .filter((part) => part.lines.length > 0)
    .map((part) => (
      <section key={part.label}>
        <PartTitle tone={part.tone}>{part.title}</PartTitle>
        <ul className="border-t border-rule" aria-label={part.label}>
          {part.lines.map(({ key, ...line }) => (
            <Line key={key} here={line.row.id === chosen} {...line} />
          ))}
        </ul>
      </section>
    ));
}

/** What waits for a decision. */
function decisionsOf({ waiting }: Desk, now: string, zone: string): Part {
  return {
    title: "For you to decide",
    label: "Waiting for you",
    tone: "text-waiting",
    lines: waiting.map((row) => ({
      key: row.id,
      row,
      sentences: [`From ${row.requesterName}, ${row.unitName}.`, row.why],
      side: row.due ? sayDue(row.due, now, zone) : saySince(row.since, now, zone),
      late: Boolean(row.due && now > row.due),
    })),
  };
}

/** The parts beside what waits for a decision, in the order in which they want something of their reader. */
function partsOf(
  { returned, questions, held, releasable, blocked, told, mine }: Desk,
  now: string,
  zone: string,
): Part[] {
  const since = (row: { since: string }) => saySince(row.since, now, zone);
  return [
    {
      title: "Came back, for you to correct",
      label: "Sent back to you",
      first: true,
      tone: "text-sentback",
      lines: returned.map((row) => ({
        key: row.id,
        row,
        sentences: [row.words ? `${row.by}: “${row.words}”` : `Sent back by ${row.by}.`],
        status: true,
      })),
    },
    {
      title: "Asked of you",
      label: "Questions to you",
      first: true,
      tone: "text-sentback",
      lines: questions.map((row) => ({
        key: `${row.id} ${row.since}`,
        row,
        sentences: [`${row.by} asks: “${row.text}”`],
        side: since(row),
      })),
    },
    {
      title: "On hold: your action is needed",
      label: "Held",
      tone: "text-held",
      lines: held.map((row) => ({
        key: row.id,
        row,
        sentences: [`${row.why}.`, `From ${row.requesterName}.`],
        status: true,
      })),
    },
    {
      title: "Held, for you to look into and release",
      label: "Holds you can release",
      tone: "text-held",
      lines: releasable.map((row) => ({ key: row.id, row, sentences: [`${row.why}.`], side: since(row) })),
    },
    {
      title: "Asks you, but you cannot decide it now",
      label: "Not yours to decide now",
      tone: "text-soft",
      lines: blocked.map((row) => ({
        key: row.id,
        row,
        sentences: [`${row.why}.`, `From ${row.requesterName}.`],
        side: since(row),
      })),
    },
    {
      title: "You wait for these",
      label: "Your own",
      tone: "text-soft",
      lines: mine.map((row) => ({
        key: row.id,
        row,
        sentences: row.takenOverFrom ? [`Taken over from ${row.takenOverFrom}.`] : [],
        status: true,
      })),
    },
    {
      title: "For your information",
      label: "Told to you",
      tone: "text-soft",
      lines: told.map((row) => ({
        key: row.id,
        row,
        sentences: [`You are notified as ${row.level}.`, `From ${row.requesterName}.`],
        status: true,
      })),
    },
  ];
}

function Line({
  row,
  here,
  sentences,
  side,
  late = false,
  status = false,
  pick = null,
}: {
  row: DocumentRow;
  here: boolean;
  sentences: readonly string[];
  side?: string;
  late?: boolean;
  status?: boolean;
  /** To tick it as one of several. */
  pick?: { on: boolean; set(on: boolean): void } | null;
}) {
  const inner = (
    <>
      <span className="flex items-baseline justify-between gap-3">
        <span className="min-w-0">
          <span className="font-semibold">{row.title || `Untitled ${row.typeName}`}</span>
          {row.party && <span className="text-soft">, {row.party}</span>}
        </span>
        <span className="font-semibold whitespace-nowrap">{row.amount.minor !== 0 && formatMoney(row.amount)}</span>
      </span>
      <span className="flex items-baseline justify-between gap-3 text-sm text-soft">
        <span className="min-w-0">{sentences.join(" ")}</span>
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
        data-line
        className={`hidden min-w-0 flex-1 lg:flex ${look}`}
      >
        {inner}
      </Link>
      <Link
        href={`/documents/${row.id}`}
        data-line
        className={`flex min-w-0 flex-1 lg:hidden ${look.replace("border-l-4 border-l-harbour bg-paper pl-3 md:pl-4", "pl-4 md:pl-5")}`}
      >
        {inner}
      </Link>
    </li>
  );
}
