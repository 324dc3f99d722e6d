"use client";

import { useEffect, useState } from "react";
import { Button } from "@/ui/primitives";

/**
 * A page that could not be made. What went wrong stands in the server's own log under the reference; the browser learns nothing of the cause but that, unless it is
 * the database's, which whoever runs the server can mend.
 */
export default function Fault({ error, reset }: { error: Error & { digest?: string }; reset(): void }) {
  const { digest } = error;
  const ofDatabase = useSentence(digest);
  return (
    <main className="mx-auto flex w-full max-w-2xl flex-col gap-3 px-4 py-10">
      <h1 className="text-2xl font-semibold">This page could not be made</h1>
      {ofDatabase ? (
        <p role="alert">{ofDatabase}.</p>
      ) : (
        <p>
          Something went wrong in Bandeira or in its database; the connection is there. Nothing you have typed elsewhere
          is lost, and nothing was done.
        </p>
      )}
      <p>
        Try again. If it stays, tell whoever runs this server
        {digest ? (
          <>
            {" "}
            the reference <b className="font-semibold">{digest}</b>, which stands in its log
          </>
        ) : (
          " when it happened"
        )}
        {ofDatabase ? "." : "; “npx bandeira verify” looks at the database."}
      </p>
      <div>
        <Button look="solid" onClick={reset}>
          Try again
        </Button>
      </div>
    </main>
  );
}

/** What the server knows to say of a reference. */
function useSentence(reference: string | undefined): string | null {
  const [sentence, setSentence] = useState<string | null>(null);
  useEffect(() => {
    if (!reference) return;
    const left = new AbortController();
    fetch(`/api/fault?reference=${encodeURIComponent(reference)}`, { signal: left.signal })
      .then(async (answer) => {
        if (answer.ok) setSentence(((await answer.json()) as { sentence: string }).sentence);
      })
      .catch(() => {});
    return () => left.abort();
  }, [reference]);
  return sentence;
}
