"use client";

import type { DocumentRow } from "@/core/documents";
import { typeWords } from "@/core/documents";
import { OwnLast } from "./own-last";

/** What stands on the form of an account's change until an account is chosen: what can be changed with it, what it needs, an example, the last ones. */
export function BeforeAccount({
  type,
  fields,
  last,
}: {
  type: string;
  fields: Readonly<Record<string, string>>;
  last: readonly DocumentRow[];
}) {
  const { needs, example, name } = typeWords(type);
  return (
    <div className="mt-6 grid gap-x-12 gap-y-6 md:grid-cols-2">
      <dl className="[&>dd]:mb-4 [&>dt]:text-sm [&>dt]:font-semibold">
        <dt>What it needs</dt>
        <dd className="text-soft">{needs}</dd>
        <dt>What can be changed with it</dt>
        <dd className="text-soft">
          {Object.values(fields).join(", ")}. Each with what it is now and what it is to be.
        </dd>
        <dt>For example</dt>
        <dd className="text-soft">{example}</dd>
      </dl>
      <OwnLast rows={last} many={name.many} />
    </div>
  );
}
