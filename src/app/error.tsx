"use client";

import { Button } from "@/ui/primitives";

/** A page that could not be made. What went wrong stands in the server's own log under the reference; the browser learns nothing of the cause but that. */
export default function Fault({ error, reset }: { error: Error & { digest?: string }; reset(): void }) {
  return (
    <main className="mx-auto flex w-full max-w-2xl flex-col gap-3 px-4 py-10">
      <h1 className="text-2xl font-semibold">This page could not be made</h1>
      <p>
        Something went wrong in Bandeira or in its database; the connection is there. Nothing you have typed elsewhere
        is lost, and nothing was done.
      </p>
      <p>
        Try again. If it stays, tell whoever runs this server
        {error.digest ? (
          <>
            {" "}
            the reference <b className="font-semibold">{error.digest}</b>, which stands in its log
          </>
        ) : (
          " when it happened"
        )}
        ; “npx bandeira verify” looks at the database.
      </p>
      <div>
        <Button look="solid" onClick={reset}>
          Try again
        </Button>
      </div>
    </main>
  );
}
