import Link from "next/link";
import { DeleteForGood } from "../delete-for-good";

/** A rehearsal that was kept, as it stands in a list. */
export type KeptLine = {
  id: string;
  name: string;
  said: string;
  by: string;
  when: string;
  days: string;
  version: number | null;
  stays: boolean;
  whole: boolean;
};

/** Rehearsals that were kept: what came of each, by whom, and of which version. */
export function KeptList({ lines, mayDelete }: { lines: readonly KeptLine[]; mayDelete: boolean }) {
  return (
    <ul className="flex flex-col gap-2.5 text-sm">
      {lines.map(({ id, name, said, by, when, days, version, stays, whole }) => (
        <li key={id} className="border-l-2 border-harbour pl-2">
          <Link href={`/rehearsal?kept=${id}`} className="font-semibold">
            {name}
          </Link>
          <p>{said}</p>
          <p className="text-soft">
            {by}, {when}; documents of {days}.{" "}
            {version === null ? "Of a draft as it was then." : `Of version ${version}.`}
            {!whole && " What it was put to has been deleted; what came of it stays."}
          </p>
          {mayDelete && !stays && <DeleteForGood address={`/api/rehearsal/kept/${id}`} name={name} />}
        </li>
      ))}
    </ul>
  );
}
