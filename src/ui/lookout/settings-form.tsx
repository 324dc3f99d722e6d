"use client";

import { useForm } from "react-hook-form";
import type { LookoutSettings } from "@/core/lookout";
import type { Refusal } from "@/core/refusal";
import type { SaidSetting } from "@/core/words";
import { useSend } from "../document/use-command";
import { TextField, TextsField, TickField, TypedForm } from "../form-fields";
import { announce } from "../frame/announce";
import { Button } from "../primitives";

/** What is typed: each value under the parts of its path. */
type Values = { [part: string]: string | boolean | Values };

/** By what a question goes, to be set otherwise with a reason. What holds for all questions is set here as well. */
export function SettingsForm({
  settings,
  fields,
}: {
  settings: LookoutSettings;
  fields: readonly Pick<SaidSetting, "at" | "label">[];
}) {
  const form = useForm<Values>({ defaultValues: { ...typed(settings), reason: "" } });
  const { run, refusals, busy } = useSend("/api/lookout", () => {
    announce("Set; the next look goes by it.");
    form.resetField("reason");
  });
  const save = ({ reason, ...values }: Values) => run({ type: "set", settings: read(settings, values), reason });
  return (
    <TypedForm form={form} refusals={refusals.map((one) => named(one, fields))} onSave={save} className="max-w-xl">
      {fields.map(({ at, label }) => (
        <TextField key={at} name={at} label={label} inputMode="decimal" />
      ))}
      <TextField name="falseAlarms" label="Share of false alarms, for all questions" inputMode="decimal" />
      <TextField name="at" label="Time of day of each morning’s look, as 06:00" />
      <TickField name="hidesNames" label="People are numbered until a case is opened, for all questions" />
      <TextsField name="reason" label="Why" rows={2} />
      <Button type="submit" look="solid" disabled={busy} className="self-start">
        Set
      </Button>
    </TypedForm>
  );
}

const OF_ALL: Readonly<Record<string, string>> = {
  falseAlarms: "Share of false alarms",
  at: "Time of day",
};

/** What was refused, under the name of its field here and not of the setting that is sent. */
function named(refusal: Refusal, fields: readonly Pick<SaidSetting, "at" | "label">[]): Refusal {
  const path = (refusal.path ?? "").replace(/^settings\./, "");
  const label = fields.find(({ at }) => at === path)?.label ?? OF_ALL[path];
  return label ? { ...refusal, path, message: refusal.message.replace(refusal.path!, label) } : refusal;
}

type Setting = LookoutSettings | number | boolean | string | readonly number[] | { [key: string]: Setting };

/** Settings as they are typed: numbers as text, several with commas between. */
function typed(settings: object): Values {
  const entries = Object.entries(settings).map(([key, value]: [string, Setting]) => [
    key,
    typeof value === "boolean"
      ? value
      : Array.isArray(value)
        ? value.join(", ")
        : typeof value === "object"
          ? typed(value)
          : String(value),
  ]);
  return Object.fromEntries(entries) as Values;
}

/** Settings out of what is typed; what is no number is sent as it stands, and refused by its name. */
function read(settings: object, values: Values): object {
  const entries = Object.entries(settings).map(([key, value]: [string, Setting]) => {
    const text = values[key];
    if (typeof value === "boolean") return [key, text];
    if (Array.isArray(value)) return [key, String(text).split(",").map(number)];
    if (typeof value === "string") return [key, String(text).trim()];
    return [key, typeof value === "object" ? read(value, text as Values) : number(String(text))];
  });
  return Object.fromEntries(entries) as object;
}

function number(text: string): number | string {
  return text.trim() === "" || Number.isNaN(Number(text)) ? text : Number(text);
}
