import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { asHtml, asText } from "@/core/messages";
import { visitFor } from "@/server/http/page";
import { letterOf } from "@/server/messages/post-room";
import { sayMoment } from "@/ui/format";

export const metadata: Metadata = { title: "A message" };

export default async function Letter({ params }: { params: Promise<{ id: string }> }) {
  const { app, person, zone } = await visitFor("letters.read");
  const found = letterOf(app, person, Number((await params).id) || 0);
  if (!found) notFound();
  const { letter, message } = found;
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <p>
        <Link href="/post-room">Post room</Link>
      </p>
      <h1 className="mt-1 text-2xl font-semibold">{letter.subject}</h1>
      <p className="text-soft">
        To {letter.personName ? `${letter.personName}, ` : ""}
        {letter.recipient}, {sayMoment(letter.at, zone)}
        {letter.document && (
          <>
            , about <Link href={`/documents/${letter.document}`}>{letter.document.toUpperCase()}</Link>
          </>
        )}
      </p>
      {letter.enclosed.length > 0 && (
        <p>
          Enclosed:{" "}
          {letter.enclosed.map((name, index) => (
            <span key={name}>
              {index > 0 && ", "}
              <a href={`/api/documents/${letter.document}/order?format=${name.split(".").at(-1)}`} download>
                {name}
              </a>
            </span>
          ))}
        </p>
      )}
      <div className="mt-4 grid gap-6 lg:grid-cols-2">
        <section aria-labelledby="as-html">
          <h2 id="as-html" className="mb-2 text-lg font-semibold">
            As HTML
          </h2>
          <iframe
            title="The message as HTML"
            sandbox="allow-top-navigation-by-user-activation"
            srcDoc={asHtml(message)}
            className="h-96 w-full rounded-sm border border-rule bg-white"
          />
        </section>
        <section aria-labelledby="as-text">
          <h2 id="as-text" className="mb-2 text-lg font-semibold">
            As plain text
          </h2>
          <pre className="font-sans break-words whitespace-pre-wrap">{asText(message)}</pre>
        </section>
      </div>
    </div>
  );
}
