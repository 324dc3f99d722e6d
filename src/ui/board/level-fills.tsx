"use client";

import Link from "next/link";
import { fieldsByApprovers } from "@/core/own-fields";
import { capital } from "@/core/text";
import { Choice, Tick } from "../labelled";
import { Button } from "../primitives";
import type { LevelPart } from "./level-advanced";

/** Fields that whoever approves at the level fills in with the decision. */
export function LevelFills({ board, level, set }: LevelPart) {
  const { policy, directory } = board;
  const all = fieldsByApprovers(directory.organisation.fields, policy.documentType, null);
  const fills = level.fills ?? [];
  const open = all.filter(({ key }) => !fills.some(({ field }) => field === key));
  const nameOf = (key: string) => {
    const { name = key, part } = all.find((one) => one.key === key) ?? {};
    return capital(part === "line" ? `${name} of each line` : name);
  };
  const put = (next: typeof fills) => set({ fills: next.length > 0 ? next : undefined });
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="text-sm font-semibold">Filled in with an approval</legend>
      {fills.map(({ field, needed }, index) => (
        <div key={field} className="flex flex-wrap items-center justify-between gap-x-3">
          <Tick
            label={`${nameOf(field)}, which has to be filled in`}
            checked={needed}
            onChange={(on) => put(fills.with(index, { field, needed: on }))}
          />
          <Button small look="quiet" onClick={() => put(fills.toSpliced(index, 1))}>
            Remove<span className="sr-only"> {nameOf(field)}</span>
          </Button>
        </div>
      ))}
      {open.length > 0 && (
        <Choice
          label="Add a field that whoever approves fills in"
          value=""
          onChange={(field) => field && put([...fills, { field, needed: true }])}
        >
          <option value="">choose</option>
          {open.map(({ key }) => (
            <option key={key} value={key}>
              {nameOf(key)}
            </option>
          ))}
        </Choice>
      )}
      <p className="text-sm text-soft">
        {all.length === 0 && "Such as an account code or an asset number; none is kept yet. "}
        <Link
          href={`/settings/fields?type=${policy.documentType}&back=${encodeURIComponent(`/policies/${policy.id}`)}`}
        >
          Add a field for whoever approves
        </Link>
        ; the draft is kept meanwhile.
      </p>
    </fieldset>
  );
}
