"use client";

import { useState } from "react";
import { capital } from "@/core/text";
import { useChange } from "../people/use-change";
import { Button, Refusals, SectionTitle } from "../primitives";

/** A field that is hidden from the reader, with whether they may open it, and who may, in words. */
export type HiddenField = { key: string; name: string; mayOpen: boolean; openedBy: string };
type Opened = { values: { said: string; line?: number; before?: true }[] };

/** Fields in which something stands that the reader does not see. Showing one is logged, and who shows it is told so before. */
export function HiddenFields({
  path,
  body = {},
  fields,
}: {
  path: string;
  body?: object;
  fields: readonly HiddenField[];
}) {
  const { run, busy, refusals } = useChange();
  const [opened, setOpened] = useState<Record<string, Opened["values"]>>({});
  if (fields.length === 0) return null;
  const open = async (field: string) => {
    const shown = await run<Opened>(path, { ...body, field });
    if (shown) setOpened((now) => ({ ...now, [field]: shown.values }));
  };
  return (
    <section aria-labelledby="hidden-fields">
      <SectionTitle id="hidden-fields">Hidden here</SectionTitle>
      <Refusals refusals={refusals} />
      <dl className="grid grid-cols-[7.5rem_1fr] items-baseline gap-y-1">
        {fields.map(({ key, name, mayOpen, openedBy }) => (
          <div key={key} className="contents">
            <dt className="text-soft">{capital(name)}</dt>
            <dd className="min-w-0 break-words" aria-live="polite">
              {opened[key] ? (
                opened[key].map((one, index) => (
                  <span key={index} className="block">
                    {sayWhere(one)}
                    {one.said}
                  </span>
                ))
              ) : mayOpen ? (
                <Button small disabled={busy} onClick={() => void open(key)}>
                  Show <span className="sr-only">{name}</span>
                </Button>
              ) : (
                <span className="text-soft">hidden from you; for {openedBy}</span>
              )}
            </dd>
          </div>
        ))}
      </dl>
      {fields.some(({ mayOpen }) => mayOpen) && (
        <p className="text-sm text-soft">That you showed it is logged with your name.</p>
      )}
    </section>
  );
}

const sayWhere = ({ line, before }: Opened["values"][number]) =>
  line === undefined ? (before ? "before: " : "") : `Line ${line}: `;
