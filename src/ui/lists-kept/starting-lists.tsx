"use client";

import { useState } from "react";
import type { OrganisationKind } from "@/core/documents";
import { ORGANISATION_KINDS, listsToBegin, organisationKinds } from "@/core/starting-set";
import { listName } from "@/core/words";
import { useSend } from "../document/use-command";
import { Choice } from "../labelled";
import { Button, Refusals, SectionTitle } from "../primitives";

/** Lists to begin with, by the kind of organisation: what would come is seen before it is taken, and what there is already stays. */
export function StartingLists({ currency }: { currency: string }) {
  const [kind, setKind] = useState<OrganisationKind>(organisationKinds[0]);
  const { run, refusals, busy } = useSend("/api/lists", () => undefined);
  const lists = listsToBegin(kind, currency);
  return (
    <section aria-labelledby="begin-lists" className="mb-5 border border-rule bg-panel p-4">
      <SectionTitle id="begin-lists">Begin with lists of an organisation like yours</SectionTitle>
      <Refusals refusals={refusals} />
      <div className="flex flex-wrap items-end gap-3">
        <Choice label="It is" value={kind} onChange={(next) => setKind(next as OrganisationKind)}>
          {organisationKinds.map((key) => (
            <option key={key} value={key}>
              {ORGANISATION_KINDS[key].name}
            </option>
          ))}
        </Choice>
        <p className="pb-2 text-soft">{ORGANISATION_KINDS[kind].about}</p>
      </div>
      <dl className="mt-3 grid gap-x-4 gap-y-1 sm:grid-cols-[14rem_1fr]">
        {lists.map(([list, rows]) => (
          <div key={list} className="contents">
            <dt className="text-soft">{listName(list, "")}</dt>
            <dd>{rows.map(({ name }) => name).join(", ")}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-2 text-sm text-soft">
        Everything can be renamed and ended afterwards. Tax rates, cost centres and projects are yours alone to say; a
        policy for orders of this kind is then offered under New policy.
      </p>
      <Button
        className="mt-3"
        look="solid"
        disabled={busy}
        onClick={() => void run({ change: { type: "take starting lists", kind } })}
      >
        Take these lists
      </Button>
    </section>
  );
}
