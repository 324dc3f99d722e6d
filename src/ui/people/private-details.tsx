"use client";

import { useState } from "react";
import { Button, Refusals } from "../primitives";
import { useChange } from "./use-change";
import { SentForm } from "../sent-form";

const LABEL = { bankAccount: "Bank account", homeAddress: "Home address" } as const;
type Field = keyof typeof LABEL;

/** Bank account and address, masked. Opening one is logged, and who opens it is told so. */
export function PrivateDetails({
  person,
  masked,
  mayOpen,
  mayChange,
}: {
  person: string;
  masked: Record<Field, string>;
  mayOpen: Record<Field, boolean>;
  mayChange: boolean;
}) {
  const { run, busy, refusals } = useChange();
  const [opened, setOpened] = useState<Partial<Record<Field, string>>>({});
  const [editing, setEditing] = useState<{ field: Field; value: string } | null>(null);
  const path = `/api/people/${person}/private`;
  const open = async (field: Field) => {
    const shown = await run<{ value: string }>(path, { type: "open", field });
    if (shown) setOpened((now) => ({ ...now, [field]: shown.value || "none" }));
  };
  const save = async () => {
    if (!(await run(path, { type: "change", ...editing }))) return;
    setOpened((now) => ({ ...now, [editing!.field]: undefined }));
    setEditing(null);
  };
  return (
    <div>
      <Refusals refusals={refusals} />
      <dl>
        {(Object.keys(LABEL) as Field[]).map((field) => (
          <div key={field} className="flex min-h-9 flex-wrap items-center gap-x-3 border-b border-rule/70 py-1">
            <dt className="w-28 text-soft">{LABEL[field]}</dt>
            <dd className="flex min-w-0 flex-1 flex-wrap items-center gap-x-2">
              {editing?.field === field ? (
                <SentForm
                  className="flex flex-1 gap-2"
                  onSend={() => {
                    void save();
                  }}
                >
                  <input
                    aria-label={LABEL[field]}
                    className="field"
                    value={editing.value}
                    onChange={(event) => setEditing({ field, value: event.target.value })}
                  />
                  <Button small type="submit" look="solid" disabled={busy}>
                    Save
                  </Button>
                  <Button small look="quiet" onClick={() => setEditing(null)}>
                    Cancel
                  </Button>
                </SentForm>
              ) : (
                <>
                  <span>{opened[field] ?? masked[field]}</span>
                  {mayOpen[field] && opened[field] === undefined && masked[field] !== "none" && (
                    <Button small look="quiet" disabled={busy} onClick={() => void open(field)}>
                      Show <span className="sr-only">{LABEL[field].toLowerCase()}</span>
                    </Button>
                  )}
                  {mayChange && (
                    <Button small look="quiet" onClick={() => setEditing({ field, value: "" })}>
                      Change <span className="sr-only">{LABEL[field].toLowerCase()}</span>
                    </Button>
                  )}
                </>
              )}
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-sm text-soft">Showing one is logged with your name.</p>
    </div>
  );
}
