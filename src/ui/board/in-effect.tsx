"use client";

import Link from "next/link";
import { useState } from "react";
import { typeWords } from "@/core/documents";
import type { Policy, PolicyVersion } from "@/core/policy";
import { capital, countOf, joinWords } from "@/core/text";
import {
  CHANGE_WORDS,
  SETTING_WORDS,
  byGravity,
  kindOfChanges,
  sayArea,
  sayChanges,
  sayExample,
  type ComparedVersions,
} from "@/core/words";
import type { InEffect } from "@/workers/board";
import { useNewest } from "../newest";
import type { BoardState } from "./use-board";

type Found = { before: Policy; after: Policy; found: InEffect | null };

/** What two versions treat differently, found from the rules, each with an example and last year’s count; and that there is nothing else. */
export function InEffectPanel({
  board,
  before,
  versions,
}: {
  board: BoardState;
  before: Policy;
  versions: readonly PolicyVersion[];
}) {
  const { policy: after, look, directory } = board;
  const [shown, setShown] = useState<Found | null>(null);
  const [pair, setPair] = useState({ before, after });
  if (pair.before !== before || pair.after !== after) setPair({ before, after });
  const { inEffect } = look;
  useNewest(inEffect !== null, pair, async (one) => {
    const found = await inEffect!(one.before, one.after);
    setShown({ ...one, found });
  });
  if (look.problem) return null;
  const nameOf = (id: string) => versions.find(({ policy }) => policy.id === id)?.policy.name ?? id;
  const words = typeWords(after.documentType).name;
  const current = shown?.before === before ? shown : null;
  return (
    <div aria-busy={current?.after !== after} className="mt-2 text-sm">
      <h3 className="font-sans text-sm font-semibold">In effect</h3>
      {!current && <p className="text-soft">Working it out…</p>}
      {current && !current.found && (
        <p className="text-soft">
          The two versions look at too much for all of it to be looked through; what differs in words stands below, and
          a rehearsal shows it on past {words.many}.
        </p>
      )}
      {current?.found && (
        <Groups
          found={current.found}
          compared={{ before, after: current.after, directory, policy: nameOf }}
          numbers={look.numbers}
        />
      )}
    </div>
  );
}

function Groups({
  found,
  compared,
  numbers,
}: {
  found: InEffect;
  compared: ComparedVersions;
  numbers: Readonly<Record<string, string>>;
}) {
  const { groups, settings, differing, alike, notTold } = found;
  const { one, many } = typeWords(compared.after!.documentType).name;
  return (
    <>
      {groups.length > 0 && (
        <ol className="mt-1 flex flex-col gap-3">
          {byGravity(groups).map((group, index) => (
            <li key={index}>
              <GroupOf group={group} compared={compared} numbers={numbers} noun={{ one, many }} />
            </li>
          ))}
        </ol>
      )}
      {settings.length > 0 && (
        <p className="mt-2">
          For every {one} that they concern:{" "}
          {joinWords(
            settings.map((key) => SETTING_WORDS[key]),
            "and",
          )}
          . What they say stands below.
        </p>
      )}
      <p className="mt-2 border-t border-rule pt-2">
        {sayWhole(one, groups.length > 0, settings.length > 0)}{" "}
        {differing + alike > 0 &&
          `Of last year’s ${countOf(differing + alike + notTold, one, many)}, ${countOf(differing, one, many)} would have gone another way${notTold > 0 ? `; of ${notTold} it cannot be told, since an amount or a field is not known` : ""}.`}
      </p>
    </>
  );
}

/** That there is nothing else, which is proven; whoever is away or may not approve is the same for both. */
function sayWhole(one: string, differs: boolean, settings: boolean): string {
  if (differs || settings)
    return `There is no other difference: every ${one} there can be was looked at, of whatever amount, requester and fields, and all the rest go the same way, as long as their amounts are known.`;
  return `No difference: every ${one} there can be goes the same way, of whatever amount, requester and fields.`;
}

type Noun = { one: string; many: string };

function GroupOf({
  group,
  compared,
  numbers,
  noun,
}: {
  group: InEffect["groups"][number];
  compared: ComparedVersions;
  numbers: Readonly<Record<string, string>>;
  noun: Noun;
}) {
  const [head, ...lines] = sayChanges(group.changes, compared);
  return (
    <>
      <p className="font-semibold">{head}</p>
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <p className="text-soft">{capital(CHANGE_WORDS[kindOfChanges(group.changes)])}</p>
      <ul className="mt-1 flex flex-col gap-1.5">
        {group.areas.map((area, index) => (
          <li key={index} className="border-l-2 border-harbour pl-2">
            {sayArea(area, group.side, compared)}
            <span className="block text-soft">
              {countOf(area.documents, noun.one, noun.many)} last year
              <Named ids={area.ids} numbers={numbers} />
            </span>
            {area.example && !area.ids.some((id) => numbers[id]) && (
              <span className="block text-soft">For example {sayExample(area.example, area, compared)}</span>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

/** Some of the documents, where they have pages. */
function Named({ ids, numbers }: { ids: readonly string[]; numbers: Readonly<Record<string, string>> }) {
  const known = ids.filter((id) => numbers[id]);
  if (known.length === 0) return null;
  return (
    <>
      {": "}
      {known.map((id, index) => (
        <span key={id}>
          {index > 0 && ", "}
          <Link href={`/documents/${id}`} className="whitespace-nowrap text-harbour underline">
            {numbers[id]}
          </Link>
        </span>
      ))}
    </>
  );
}
