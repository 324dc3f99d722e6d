"use client";

import { useFormContext, useWatch } from "react-hook-form";
import { useOffered } from "./lists";
import type { TypedAccount } from "./account-changes";

/** Which attached paper is which of those that a new account needs. */
export function RequiredPapers({ what }: { what: "firstLimit" | "newSupplier" }) {
  const { register } = useFormContext<TypedAccount>();
  const needed = (useOffered("papers") ?? []).filter((entry) => entry[what]);
  const papers = useWatch<TypedAccount, "attachments">({ name: "attachments" });
  return (
    <div className="my-2 grid gap-3 sm:grid-cols-3">
      {needed.map(({ key, name }) => (
        <label key={key}>
          <span className="text-sm font-semibold">{name}</span>
          <select {...register(`papers.${key}`)} className="field">
            <option value="">not yet</option>
            {papers.map((paper) => (
              <option key={paper.hash} value={paper.hash}>
                {paper.name}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}
