"use client";

import { useState, type ComponentProps, type ReactNode } from "react";
import {
  FormProvider,
  useController,
  useForm,
  useFormContext,
  type DefaultValues,
  type FieldValues,
  type Path,
  type UseFormReturn,
} from "react-hook-form";
import { formatAmount, typedMoney, type Money } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { useSend } from "./document/use-command";
import { Choice, Entry, Form, Tick } from "./labelled";
import { PersonPicker } from "./people/person-picker";
import { useRefused } from "./refused";

/** Fields of a form that is kept by react-hook-form, each by its name in it; what they look like is `labelled.tsx`. */

/** A form whose fields have names. @param onSave what is typed, when its button is pressed */
export function TypedForm<T extends FieldValues>({
  form,
  onSave,
  ...rest
}: Omit<ComponentProps<typeof Form>, "onSave"> & { form: UseFormReturn<T>; onSave(typed: T): unknown }) {
  return (
    <FormProvider {...form}>
      <Form {...rest} onSave={() => onSave(form.getValues())} />
    </FormProvider>
  );
}

type Named<P> = Omit<P, "value" | "checked" | "onChange"> & { name: string };

/** A line of text, or a day, a number and whatever else an input takes. */
export function TextField({ name, ...rest }: Named<ComponentProps<typeof Entry>>) {
  const { field } = useController({ name });
  const refused = useRefused(name);
  return <Entry {...rest} refused={refused} value={(field.value as string | null) ?? ""} onChange={field.onChange} />;
}

/** A day of the calendar, in ISO form; empty for none. */
export function DayField(props: Named<ComponentProps<typeof Entry>>) {
  return <TextField {...props} type="date" />;
}

/** An amount as it is typed, in major units of a currency that its label names. */
export function MoneyField({ currency, label, ...rest }: Named<ComponentProps<typeof Entry>> & { currency: string }) {
  return <TextField {...rest} label={`${label}, ${currency}`} currency={currency} />;
}

/** One of several. */
export function ChoiceField({ name, ...rest }: Named<ComponentProps<typeof Choice>>) {
  const { field } = useController({ name });
  const refused = useRefused(name);
  return <Choice {...rest} refused={refused} value={String(field.value ?? "")} onChange={field.onChange} />;
}

/** A box to tick. */
export function TickField({ name, ...rest }: Named<ComponentProps<typeof Tick>>) {
  const { field } = useController({ name });
  return <Tick {...rest} checked={Boolean(field.value)} onChange={field.onChange} />;
}

/** A box of several under one name, whose value is the list of those that are ticked. */
export function TickOfField({ name, one, label }: { name: string; one: string; label: ReactNode }) {
  const { field } = useController({ name });
  const chosen = (field.value ?? []) as string[];
  return (
    <Tick
      label={label}
      checked={chosen.includes(one)}
      onChange={(on) => field.onChange(on ? [...chosen, one] : chosen.filter((other) => other !== one))}
    />
  );
}

/** Somebody who works here; null for nobody. */
export function PersonField({ name, ...rest }: Named<ComponentProps<typeof PersonPicker>>) {
  const { field } = useController({ name });
  return (
    <PersonPicker
      {...rest}
      value={(field.value as ComponentProps<typeof PersonPicker>["value"]) ?? null}
      onChange={field.onChange}
    />
  );
}

/** Several lines of text. */
export function TextsField({ name, label, ...rest }: Named<ComponentProps<"textarea">> & { label: string }) {
  const { register } = useFormContext();
  const id = `texts-${name}`;
  return (
    <div>
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      <textarea id={id} {...rest} {...register(name)} className="field min-h-24" />
    </div>
  );
}

/** An amount read from what is typed; what cannot be read is added to the problems, by what it is called. */
export function readAmount(typed: string, currency: string, what: string, problems: Refusal[]): Money | null {
  const parsed = typedMoney(typed, currency);
  if (parsed.ok) return parsed.money;
  problems.push(refuse("typed amount", { what, why: parsed.why }));
  return null;
}

/** An amount as it is typed again; empty for none. */
export const typedAmount = (amount: Money | null | undefined): string => (amount ? formatAmount(amount) : "");

/**
 * A form of settings: what stands in it begins as it is set, and it says that it is saved until something is changed again.
 * @param path where it is sent
 */
export function useSettingsForm<T extends FieldValues>(path: string, start: T) {
  const form = useForm<T>({ defaultValues: start as DefaultValues<T> });
  const [sent, setSent] = useState(false);
  const { isDirty } = form.formState;
  const { run, refusals, busy } = useSend(path, () => setSent(true));
  const save = async (body: object) => {
    // What was sent is what is saved; what is typed while the answer is on its way is not.
    const asSent = structuredClone(form.getValues());
    if (!(await run(body))) return;
    form.reset(asSent, { keepValues: true });
    // The library takes a form for unchanged after that; saying each value again makes it compare.
    const typed = form.getValues();
    for (const name of Object.keys(typed) as Path<T>[]) form.setValue(name, typed[name], { shouldDirty: true });
  };
  return { form, run: save, refusals, busy, saved: sent && !isDirty };
}
