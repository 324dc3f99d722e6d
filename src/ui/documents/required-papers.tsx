"use client";

import { useFormContext, useWatch } from "react-hook-form";
import type { TypedAccount } from "./account-changes";

/** Which attached paper is which of those that a new account needs. */
export function RequiredPapers({ names }: { names: readonly string[] }) {
  const { register } = useFormContext<TypedAccount>();
  const papers = useWatch<TypedAccount, "attachments">({ name: "attachments" });
  return (
    <div className="my-2 grid gap-3 sm:grid-cols-3">
      {names.map((name) => (
        <label key={name}>
          <span className="text-sm font-semibold">{name}</span>
          <select {...register(`papers.${name}`)} className="field">
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
