"use client";

import { useEffect, useState } from "react";
import { MOST_MISSED, type Missed, type MissedSet } from "@/core/checks";
import type { Policy } from "@/core/policy";
import { joinWords, sayCount } from "@/core/text";
import type { BoardState } from "./use-board";
import { sayRange } from "@/core/words";

/** For every band, how few people would have to be away or leave before it can no longer be decided, and who they are. Looked for when it is opened. */
export function WhoIsMissed({ board }: { board: BoardState }) {
  const { policy, look } = board;
  const [open, setOpen] = useState(false);
  const [found, setFound] = useState<{ of: Policy; missed: Missed[] } | null>(null);
  const { missed } = look;
  // Only when the checks have caught up with the board: while somebody drags, they come first.
  const settled = look.of === policy;
  useEffect(() => {
    if (!open || !missed || !settled || found?.of === policy) return;
    let over = false;
    void missed(policy).then((answer) => !over && setFound({ of: policy, missed: answer }));
    return () => {
      over = true;
    };
  }, [open, missed, settled, policy, found]);
  return (
    <details className="mt-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="min-h-7 cursor-pointer text-sm text-soft">Whose absence would stop a band</summary>
      {found?.of !== policy && <p className="text-sm text-soft">Looking …</p>}
      {found && (
        <ul className="flex flex-col gap-2 text-sm">
          {found.missed.map((one) => (
            <li key={`${one.section} ${one.band}`} className="border-l-3 border-rule pl-3">
              <Sentence board={board} policy={found.of} missed={one} />
            </li>
          ))}
          {found.missed.length === 0 && <li className="text-soft">No band asks anybody who could be missed.</li>}
        </ul>
      )}
    </details>
  );
}

function Sentence({ board, policy, missed }: { board: BoardState; policy: Policy; missed: Missed }) {
  const section = policy.sections.find(({ id }) => id === missed.section)!;
  const { all, some, asking } = missed;
  const names = ({ people }: MissedSet) =>
    joinWords(
      people.map((id) => board.directory.person(id)?.name ?? id),
      "and",
    );
  const sets = ({ people, others }: MissedSet) =>
    people.length === 1
      ? `${others === 1 ? "one other" : `each of ${others} others`}`
      : `${others === 1 ? "one other set" : `each of ${others} other sets`} of ${sayCount(people.length)}`;
  return (
    <p>
      <span className="text-soft">{section.name}, </span>
      <b className="font-semibold">{sayRange(section, missed.band, policy.currency)}</b>:{" "}
      {all
        ? `without ${names(all)} nothing is decided any more${all.others > 0 ? `; nor without ${sets(all)}` : ""}.`
        : `no ${sayCount(MOST_MISSED)} people together stop everything.`}
      {some &&
        ` Without ${names(some)}${some.people.length === 1 ? " alone" : ""}, what ${some.stopped} of ${asking} people ask for stops${some.others > 0 ? `; ${sets(some)} would stop a part too` : ""}.`}
    </p>
  );
}
