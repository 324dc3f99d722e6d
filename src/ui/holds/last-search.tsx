"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useSend } from "../document/use-command";
import { sayMoment } from "../format";
import { Button } from "../primitives";

type Search = {
  at: string;
  by: string | null;
  asked: { number: string; text: string }[];
  freed: string;
  left: { customer: string; name: string; why: string }[];
};

/** What the last search for stopped orders asked for and what it left, with the way to make one now. */
export function LastSearch({ search, zone, maySearch }: { search: Search | null; zone: string; maySearch: boolean }) {
  const router = useRouter();
  const { run, refusals, busy } = useSend<unknown>("/api/ledger", () => router.refresh());
  return (
    <section aria-labelledby="search" className="mb-4 border-y border-rule bg-panel px-3 py-2.5">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="search" className="font-sans text-sm font-semibold">
          {search
            ? `Last search: ${sayMoment(search.at, zone)}, ${search.by ? `by ${search.by}` : "at the hour the policy sets"}`
            : "Not searched yet: the policy for credit limits says at which hour it is, each day"}
        </h2>
        {maySearch && (
          <Button small disabled={busy} onClick={() => void run({ type: "search stopped orders" })}>
            Search now, and ask for the limits they need
          </Button>
        )}
      </div>
      <div role="status">
        {refusals.map(({ message }) => (
          <p key={message} className="text-held">
            {message}
          </p>
        ))}
        {search && (
          <ul className="text-sm">
            {search.asked.map(({ number, text }) => (
              <li key={number}>
                <Link href={`/documents/${number.toLowerCase()}`}>{number}</Link> asks for {text}.
              </li>
            ))}
            {search.freed && <li>Released, since the limit reaches: {search.freed}.</li>}
            {search.left.map(({ customer, name, why }) => (
              <li key={customer} className="text-soft">
                <b className="font-semibold text-ink">{name}</b>: {why}
              </li>
            ))}
            {search.asked.length + search.left.length === 0 && !search.freed && (
              <li className="text-soft">No order was stopped then.</li>
            )}
          </ul>
        )}
      </div>
    </section>
  );
}
