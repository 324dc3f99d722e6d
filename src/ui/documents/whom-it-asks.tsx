"use client";

import { useEffect, useState } from "react";
import type { AnyDocument } from "@/core/documents";
import { joinWords } from "@/core/text";
import { send } from "../send";

type Look = {
  comesTo: string | null;
  band: string;
  levels: { name: string; people: string[]; told: boolean; blocked: string }[];
  doubts: string[];
};

/** What was seen last, and whether it is of what is typed now. */
type Seen = Look & { current: boolean };

/** After so long without another letter it is looked at. */
const STILL_MS = 500;

/** Whom a document would ask if it were sent now, and why, as it is typed. */
export function useLook(document: AnyDocument, complete: boolean): Seen | null {
  const [seen, setSeen] = useState<{ look: Look; of: string } | null>(null);
  const of = JSON.stringify(document);
  useEffect(() => {
    if (!complete) return;
    let current = true;
    const wait = setTimeout(() => {
      void send<Look>("/api/documents/look", { document: JSON.parse(of) as AnyDocument }).then((result) => {
        if (current && result.ok) setSeen({ look: result.value, of });
      });
    }, STILL_MS);
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [of, complete]);
  return complete && seen ? { ...seen.look, current: seen.of === of } : null;
}

export function WhomItAsks({ look }: { look: Seen | null }) {
  if (!look) return null;
  const asked = look.levels.filter((level) => !level.told);
  const told = look.levels.filter((level) => level.told).flatMap((level) => level.people);
  return (
    <section aria-labelledby="will-ask" className="mt-6 border-l-3 border-harbour pl-3">
      <h2 id="will-ask" className="font-sans text-sm font-semibold">
        Sent now, it asks{!look.current && <span className="font-normal text-soft"> (looking again)</span>}
      </h2>
      {look.comesTo && <p className="text-soft">{look.comesTo}.</p>}
      {asked.length === 0 && <p>{look.doubts.length > 0 ? "nobody yet" : "nobody: it needs no approval"}</p>}
      <ol className="list-inside list-decimal">
        {asked.map((level) => (
          <li key={level.name}>
            {level.blocked ? (
              <span className="text-held">
                {level.name}: {level.blocked}
              </span>
            ) : (
              <>
                {joinWords(level.people, "or") || "whoever the check finds"}{" "}
                <span className="text-soft">as {level.name}</span>
              </>
            )}
          </li>
        ))}
      </ol>
      {told.length > 0 && <p className="text-soft">Notified: {joinWords([...new Set(told)], "and")}</p>}
      {look.band && <p className="serif text-[15px]">{look.band}</p>}
      {look.doubts.map((doubt) => (
        <p key={doubt} className="text-held">
          {doubt}
        </p>
      ))}
    </section>
  );
}
