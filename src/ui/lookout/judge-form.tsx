"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import type { Attachment } from "@/core/documents";
import type { FindingAct } from "@/core/lookout";
import { useSend } from "../document/use-command";
import { ChoiceField, DayField, PersonField, TextsField, TypedForm } from "../form-fields";
import { Papers } from "../documents/papers";
import { announce } from "../frame/announce";
import type { Picked } from "../people/person-picker";
import { Button } from "../primitives";

/** What each act is called, what it wants, and what its button says. */
const ACTS: Readonly<Record<FindingAct, { name: string; field: "reason" | "note"; label: string; button: string }>> = {
  explain: { name: "Explained", field: "reason", label: "What explains it", button: "Explained, with this reason" },
  "open case": { name: "Becomes a case", field: "note", label: "What is to be found out", button: "Open the case" },
  note: { name: "Add a note", field: "note", label: "Note", button: "Add the note" },
  assign: { name: "Give to somebody else", field: "note", label: "What is to be done next", button: "Give the case" },
  "rule changed": {
    name: "Rule changed",
    field: "reason",
    label: "What was changed",
    button: "Closed: the rule was changed",
  },
  reopen: { name: "Reopen", field: "reason", label: "Why again", button: "Reopen" },
};

type Named = { key: string; name: string };

/** What comes of a finding: one press says what, and its form why. */
export function JudgeForm({
  id,
  acts,
  policies,
}: {
  id: string;
  acts: readonly FindingAct[];
  policies: readonly Named[];
}) {
  const [act, setAct] = useState<FindingAct | null>(null);
  if (acts.length === 0) return null;
  return (
    <div>
      <div className="flex flex-wrap gap-2">
        {acts.map((one) => (
          <Button
            key={one}
            small
            look={one === act ? "solid" : "outline"}
            aria-expanded={one === act}
            onClick={() => setAct(one === act ? null : one)}
          >
            {ACTS[one].name}
          </Button>
        ))}
      </div>
      {act && <ActForm key={act} id={id} act={act} policies={policies} onDone={() => setAct(null)} />}
    </div>
  );
}

type Typed = { text: string; assigned: Picked | null; policy: string; due: string; attachments: Attachment[] };

function ActForm({
  id,
  act,
  policies,
  onDone,
}: {
  id: string;
  act: FindingAct;
  policies: readonly Named[];
  onDone(): void;
}) {
  const { name, field, label, button } = ACTS[act];
  const form = useForm<Typed>({ defaultValues: { text: "", assigned: null, policy: "", due: "", attachments: [] } });
  const { run, refusals, busy } = useSend(`/api/lookout/${id}`, () => {
    announce(`${name}.`);
    onDone();
  });
  const isGiven = act === "open case" || act === "assign";
  const hasPapers = isGiven || act === "note";
  const save = ({ text, assigned, policy, due, attachments }: Typed) =>
    run({
      type: act,
      [field]: text,
      ...(isGiven && { assigned: assigned?.id ?? "", due: due === "" ? null : due }),
      ...(hasPapers && { papers: attachments }),
      ...(act === "rule changed" && { policy: policy === "" ? null : policy }),
    });
  return (
    <TypedForm form={form} refusals={refusals} onSave={save} className="mt-3 max-w-xl">
      {isGiven && <PersonField name="assigned" label="Given to" role="investigator" />}
      {isGiven && <DayField name="due" label="To be looked into by, if there is a day" />}
      {act === "rule changed" && (
        <ChoiceField name="policy" label="Policy">
          <option value="">None of them</option>
          {policies.map(({ key, name: called }) => (
            <option key={key} value={key}>
              {called}
            </option>
          ))}
        </ChoiceField>
      )}
      <TextsField name="text" label={label} rows={3} />
      {hasPapers && <Papers title="Papers of the case" />}
      <Button type="submit" look="solid" disabled={busy} className="self-start">
        {button}
      </Button>
    </TypedForm>
  );
}
