import Link from "next/link";
import { sayOutcome, type Outcome } from "@/core/outcome";
import type { Names } from "@/core/words";
import { SectionTitle } from "../primitives";

/** How the story of a document ends: what was sent, came in, was posted, is planned, paid or changed. */
export function WhatBecame({
  outcomes,
  mayRead,
  names,
}: {
  outcomes: readonly Outcome[];
  mayRead: boolean;
  names: Names;
}) {
  if (outcomes.length === 0) return null;
  return (
    <section aria-labelledby="became">
      <SectionTitle id="became">What became of it</SectionTitle>
      <ul className="flex flex-col gap-1">
        {outcomes
          .map((one) => sayOutcome(one, names))
          .map(({ text, documents, run, good }, index) => (
            <li key={index} className={`border-l-3 py-0.5 pl-3 ${good ? "border-approved" : "border-held"}`}>
              {text} {run && (mayRead ? <Link href={`/back-office/payments/${run}`}>{run}</Link> : run)}
              {documents.map(({ id, number }, at) => (
                <span key={id}>
                  {at > 0 && ", "}
                  <Link href={`/documents/${id}`}>{number}</Link>
                </span>
              ))}
            </li>
          ))}
      </ul>
    </section>
  );
}
