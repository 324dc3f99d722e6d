"use client";

import { useRef, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { FIELDS, OCCASIONS, type Template } from "@/core/messages";
import type { Refusal } from "@/core/refusal";
import { useSend } from "../document/use-command";
import { TextField, TickField, TypedForm, useSettingsForm } from "../form-fields";
import { Choice, Entry } from "../labelled";
import { useLatest } from "../overtaken";
import { Button, SectionTitle } from "../primitives";
import { send } from "../send";

type Settings = { withoutSignIn: boolean; linkDays: number; logReading: boolean; namesMonths: number };

type Typed = Omit<Settings, "linkDays" | "namesMonths"> & { linkDays: string; namesMonths: string };

/** What the links in messages may do, and for how long. */
export function MessageSettings({ settings, mayWrite }: { settings: Settings; mayWrite: boolean }) {
  const { form, run, refusals, busy, saved } = useSettingsForm<Typed>("/api/messages", {
    ...settings,
    linkDays: String(settings.linkDays),
    namesMonths: String(settings.namesMonths),
  });
  const { withoutSignIn } = useWatch({ control: form.control }) as Typed;
  const save = ({ linkDays, namesMonths, ...rest }: Typed) => {
    const set = { ...rest, linkDays: Number(linkDays), namesMonths: Number(namesMonths) };
    return run({ change: { type: "settings", settings: set } });
  };
  return (
    <TypedForm form={form} refusals={refusals} className="max-w-2xl" onSave={save}>
      <fieldset disabled={!mayWrite} className="flex flex-col gap-2">
        <SectionTitle id="links">Links in messages</SectionTitle>
        <TickField
          name="withoutSignIn"
          label="The link in a message shows the essentials and decides without signing in"
        />
        <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">
          {withoutSignIn
            ? "Whoever holds the message can decide once, as the person it was written to, on the revision it was written about."
            : "Whoever follows the link signs in first."}
        </p>
        <div className="w-64">
          <TextField name="linkDays" label="A link works for, days" type="number" min={1} max={60} />
        </div>
        <SectionTitle id="kept">Retention</SectionTitle>
        <TickField name="logReading" label="Opening a document or its record is noted in the log" />
        <div className="w-64">
          <TextField name="namesMonths" label="Names of leavers are kept for, months" type="number" min={0} max={240} />
        </div>
        <div className="flex items-center gap-3">
          <Button type="submit" look="solid" disabled={busy}>
            Save
          </Button>
          <span role="status" className="text-sm text-soft">
            {saved ? "Saved." : ""}
          </span>
        </div>
      </fieldset>
    </TypedForm>
  );
}

type Shown = { subject: string; text: string; html: string; about: string };

type Wordings = {
  /** Fields of the organisation's own by their keys, with what each is called. */
  own: Readonly<Record<string, string>>;
  mayWrite: boolean;
};

/** The wording of each occasion, with fields picked from a list, shown on a real document before it is saved. */
export function Templates({ templates, own, mayWrite }: Wordings & { templates: readonly Template[] }) {
  const [occasion, setOccasion] = useState(templates[1]!.occasion);
  const template = templates.find((one) => one.occasion === occasion)!;
  return (
    <section aria-labelledby="wording" className="mt-8">
      <SectionTitle id="wording">Wording</SectionTitle>
      <div className="max-w-md">
        <Choice label="Occasion" value={occasion} onChange={(next) => setOccasion(next as Template["occasion"])}>
          {templates.map((one) => (
            <option key={one.occasion} value={one.occasion}>
              {OCCASIONS[one.occasion]}
            </option>
          ))}
        </Choice>
      </div>
      <Wording key={JSON.stringify(template)} template={template} own={own} mayWrite={mayWrite} />
    </section>
  );
}

function Wording({ template, own, mayWrite }: Wordings & { template: Template }) {
  const form = useForm({ defaultValues: template });
  const [number, setNumber] = useState("");
  const [shown, setShown] = useState<Shown | null>(null);
  const [problems, setProblems] = useState<Refusal[]>([]);
  const body = useRef<HTMLTextAreaElement | null>(null);
  const { run, refusals, busy } = useSend("/api/messages", () => setProblems([]));
  const { ref: register, ...typed } = form.register("body");
  const insert = (field: string) => {
    const box = body.current!;
    const next = `${box.value.slice(0, box.selectionStart)}{${field}}${box.value.slice(box.selectionEnd)}`;
    form.setValue("body", next, { shouldDirty: true });
    box.focus();
  };
  const latest = useLatest();
  const look = async () => {
    const isLast = latest();
    const result = await send<Shown>("/api/messages/preview", { template: form.getValues(), document: number });
    if (!isLast()) return;
    setProblems(result.ok ? [] : result.refusals);
    if (result.ok) setShown(result.value);
  };
  return (
    <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <TypedForm
        form={form}
        refusals={[...problems, ...refusals]}
        onSave={(typed) => run({ change: { type: "template", template: typed } })}
      >
        <fieldset disabled={!mayWrite} className="flex flex-col gap-2">
          <TextField name="subject" label="Subject" maxLength={150} />
          <label htmlFor="wording-body" className="text-sm font-semibold">
            Text; a line whose fields are all empty is left out
          </label>
          <textarea
            id="wording-body"
            rows={8}
            maxLength={4000}
            className="field"
            {...typed}
            ref={(box) => {
              register(box);
              body.current = box;
            }}
          />
          <div role="group" aria-label="Fields to put in" className="flex flex-wrap gap-1">
            {Object.entries(FIELDS).map(([field, label]) => (
              <Button key={field} small title={label} onClick={() => insert(field)}>
                {field}
              </Button>
            ))}
            {Object.entries(own).map(([key, name]) => (
              <Button key={key} small title="A field of your own" onClick={() => insert(key)}>
                {name}
              </Button>
            ))}
          </div>
          <div className="mt-1 flex flex-wrap items-end gap-2">
            <Button type="submit" look="solid" disabled={busy}>
              Save this wording
            </Button>
            <Button look="quiet" onClick={() => void run({ change: { type: "usual", occasion: template.occasion } })}>
              Restore the usual wording
            </Button>
          </div>
        </fieldset>
      </TypedForm>
      <section aria-label="How it reads" className="flex flex-col gap-2">
        <div className="flex flex-wrap items-end gap-2">
          <div className="w-44">
            <Entry label="On the document" placeholder="the newest waiting" value={number} onChange={setNumber} />
          </div>
          <Button disabled={!mayWrite} onClick={() => void look()}>
            Show how it reads
          </Button>
        </div>
        {shown && (
          <>
            <p className="text-sm text-soft">About {shown.about}. Nothing was sent.</p>
            <iframe
              title="The message as HTML"
              sandbox=""
              srcDoc={shown.html}
              className="h-72 w-full rounded-sm border border-rule bg-white"
            />
            <details>
              <summary className="min-h-8 cursor-pointer text-sm">As plain text</summary>
              <pre className="font-sans whitespace-pre-wrap">{`${shown.subject}\n\n${shown.text}`}</pre>
            </details>
          </>
        )}
      </section>
    </div>
  );
}
