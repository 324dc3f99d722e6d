import type { Metadata } from "next";
import Link from "next/link";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { sayLeaving } from "@/server/messages/post-room";
import { sayMoment } from "@/ui/format";
import { ListFrame } from "@/ui/listing/list-frame";
import { SortLinks } from "@/ui/listing/sort-links";
import { Walked } from "@/ui/listing/walked";

export const metadata: Metadata = { title: "Post room" };

/** Text with its links to this application as links. */
function Linked({ text }: { text: string }) {
  return text.split(/(\/particulars\/[\w-]+)/).map((part, index) =>
    part.startsWith("/particulars/") ? (
      <a key={index} href={part}>
        {part}
      </a>
    ) : (
      part
    ),
  );
}

export default async function PostRoom({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const visitor = await visitFor("letters.read");
  const { app, zone } = visitor;
  const { rows, ...list } = listed("letters", visitor, givenOf(await searchParams));
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Post room</h1>
      <p className="text-soft">Every message Bandeira has written. {sayLeaving(app.demo)}</p>
      <ListFrame
        listed={list}
        inFiles
        words={{
          search: "Subject, text, reader or document",
          counted: ["message", "messages"],
          empty: "No message was written that fits.",
        }}
      >
        <SortLinks {...list} />
        <Walked>
          <ul className="border-t border-rule">
            {rows.map((letter) => (
              <li key={letter.id} className="border-b border-rule py-2">
                <p className="flex flex-wrap justify-between gap-x-6">
                  <Link
                    href={`/post-room/${letter.id}`}
                    data-line
                    className="inline-block min-h-6 font-semibold text-ink"
                  >
                    {letter.subject}
                  </Link>
                  <span className="text-sm text-soft">{sayMoment(letter.at, zone)}</span>
                </p>
                <p className="text-sm text-soft">
                  To {letter.recipient}
                  {letter.document && (
                    <>
                      , about <Link href={`/documents/${letter.document}`}>{letter.document.toUpperCase()}</Link>
                    </>
                  )}
                </p>
                <p className="serif break-words whitespace-pre-line">
                  <Linked text={letter.body} />
                </p>
                {letter.digest === 1 && <p className="text-sm text-soft">Kept for the daily digest.</p>}
                {letter.decideAt && (
                  <p className="text-sm">
                    <a href={letter.decideAt}>The link to decide</a>{" "}
                    <span className="text-soft">works once, for {letter.personName} alone</span>
                  </p>
                )}
              </li>
            ))}
          </ul>
        </Walked>
      </ListFrame>
    </div>
  );
}
