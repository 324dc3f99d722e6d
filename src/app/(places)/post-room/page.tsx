import type { Metadata } from "next";
import Link from "next/link";
import { visitFor, singles, pageOf } from "@/server/http/page";
import { lettersOf, sayLeaving } from "@/server/messages/post-room";
import { sayMoment } from "@/ui/format";
import { Pager } from "@/ui/lists/list-filter";
import { Empty } from "@/ui/primitives";

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

export default async function PostRoom({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  const { app, zone, person } = await visitFor("letters.read");
  const { rows, total, page } = lettersOf(app, person, pageOf(singles(await searchParams).page));
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Post room</h1>
      <p className="text-soft">Every message Bandeira has written. {sayLeaving(app.demo)}</p>
      {rows.length === 0 && <Empty>No message was written yet.</Empty>}
      <ul className="mt-3 border-t border-rule">
        {rows.map((letter) => (
          <li key={letter.id} className="border-b border-rule py-2">
            <p className="flex flex-wrap justify-between gap-x-6">
              <Link href={`/post-room/${letter.id}`} className="font-semibold text-ink">
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
      <Pager path="/post-room" filter={{}} page={page} total={total} size={40} />
    </div>
  );
}
