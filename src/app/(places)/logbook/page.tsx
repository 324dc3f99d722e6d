import type { Metadata } from "next";
import Link from "next/link";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { checkpointsOf } from "@/server/log/checkpoints";
import { lastSeq } from "@/server/log/log";
import { MOST_EVENTS, countEvents, eventTypes, findEvents } from "@/server/logbook/events";
import { lastVerified } from "@/server/logbook/verification";
import { addressWith } from "@/core/listing";
import { countOf } from "@/core/text";
import { viewsOf } from "@/server/listing/views";
import { DateInput } from "@/ui/date-input";
import { sayExactly, sayNumber } from "@/ui/format";
import { Announced } from "@/ui/frame/announced";
import { Views } from "@/ui/listing/views";
import { Checkpoints } from "@/ui/logbook/checkpoints";
import { Verify } from "@/ui/logbook/verify";
import { Empty, SectionTitle, buttonClass } from "@/ui/primitives";
import { SearchForm } from "@/ui/search-form";

export const metadata: Metadata = { title: "Logbook" };

type Query = {
  q?: string;
  stream?: string;
  type?: string;
  actor?: string;
  from?: string;
  until?: string;
  before?: string;
};

export default async function Logbook({ searchParams }: { searchParams: Promise<Query> }) {
  const { app, person, zone, directory } = await visitFor("log.read");
  const query = singles(await searchParams);
  const { q: text, before, ...rest } = query;
  const filter = { text, ...rest, ...(Number(before) > 0 && { before: Number(before) }) };
  const { rows, more } = findEvents(app, filter, person);
  const checkpoints = checkpointsOf(app.db, 12).map((one) => ({
    ...one,
    when: sayExactly(one.at, zone),
    byName: directory.person(one.by)?.name ?? (one.by === "system" ? "by schedule" : one.by),
  }));
  const verified = lastVerified();
  const count = countEvents(app, filter, person);
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Logbook</h1>
      <p className="text-soft">
        {sayNumber(lastSeq(app.db))} events, each chained to the one before. Nothing in it is ever changed or deleted.
      </p>
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <section aria-labelledby="verification" className="min-w-0">
          <SectionTitle id="verification">Verification</SectionTitle>
          <Verify last={verified && { ...verified, when: sayExactly(verified.at, "UTC") }} />
        </section>
        <section aria-labelledby="checkpoints" className="min-w-0">
          <SectionTitle id="checkpoints">Checkpoints</SectionTitle>
          <Checkpoints checkpoints={checkpoints} mayMake={!authorise(person, "log.checkpoint")} />
        </section>
      </div>
      <section aria-labelledby="events" className="mt-7">
        <SectionTitle id="events">Events</SectionTitle>
        <Filter query={query} types={eventTypes(app)} />
        <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2 border-y border-rule py-2">
          <b className="font-semibold">{sayCounted(count)}</b>
          <Announced text={sayCounted(count)} />
          <Views
            list="events"
            views={viewsOf(app, person, "events")}
            address={addressWith(narrowing(query), {})}
            files={{ path: "/api/log/events?", formats: ["csv", "xlsx"] }}
          />
        </div>
        {rows.length === 0 && <Empty>No event fits. Take a filter away.</Empty>}
        <ol className="border-t border-ink/40">
          {rows.map((row) => (
            <li
              key={row.seq}
              className="grid gap-x-4 border-b border-rule/70 py-1.5 text-sm md:grid-cols-[5rem_11rem_13rem_1fr]"
            >
              <span className="text-soft tabular-nums">{row.seq}</span>
              <span className="whitespace-nowrap">{sayExactly(row.time, zone)}</span>
              <span>
                <b className="font-semibold">{row.type}</b>
                <span className="block text-soft">{row.actorName}</span>
              </span>
              <span className="min-w-0">
                <Stream stream={row.stream} />
                {row.words && <span className="block">{row.words}</span>}
                <code className="block truncate text-xs text-soft" title={row.data}>
                  {row.data}
                </code>
              </span>
            </li>
          ))}
        </ol>
        {more && (
          <p className="py-3">
            <Link href={`/logbook?${new URLSearchParams({ ...plain(query), before: String(rows.at(-1)!.seq) })}`}>
              Next page
            </Link>
          </p>
        )}
      </section>
    </div>
  );
}

/** What the events are narrowed by, without the page and whatever else stands in an address. */
const narrowing = ({ q, stream, type, actor, from, until }: Query) => ({ q, stream, type, actor, from, until });

const sayCounted = (count: number) =>
  count > MOST_EVENTS ? `More than ${sayNumber(MOST_EVENTS)} events` : countOf(count, "event");

const plain = (query: Query) =>
  Object.fromEntries(Object.entries(query).filter((entry): entry is [string, string] => Boolean(entry[1])));

function Stream({ stream }: { stream: string }) {
  const id = stream.startsWith("document:") ? stream.slice("document:".length) : null;
  return id ? <Link href={`/documents/${id}/record`}>{id.toUpperCase()}</Link> : <span>{stream}</span>;
}

function Filter({ query, types }: { query: Query; types: readonly string[] }) {
  const field = (name: keyof Query, label: string, type = "search", width = "w-40") => (
    <div key={name}>
      <label htmlFor={`of-${name}`} className="block text-sm text-soft">
        {label}
      </label>
      {type === "date" ? (
        <DateInput id={`of-${name}`} name={name} defaultValue={query[name]} className={`${width}!`} />
      ) : (
        <input id={`of-${name}`} type={type} name={name} defaultValue={query[name]} className={`field ${width}`} />
      )}
    </div>
  );
  return (
    <SearchForm className="no-print flex flex-wrap items-end gap-3 pb-3" role="search">
      {field("q", "Search text", "search", "w-56")}
      <label>
        <span className="block text-sm text-soft">What happened</span>
        <select name="type" defaultValue={query.type ?? ""} className="field w-48">
          <option value="">anything</option>
          {types.map((type) => (
            <option key={type}>{type}</option>
          ))}
        </select>
      </label>
      {field("stream", "Document or place")}
      {field("actor", "Who")}
      {field("from", "From", "date")}
      {field("until", "Until", "date")}
      <button type="submit" className={buttonClass("outline", true)}>
        Show
      </button>
    </SearchForm>
  );
}
