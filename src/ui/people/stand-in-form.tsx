"use client";

import { useForm, useWatch } from "react-hook-form";
import { AUTHORITY_TYPES } from "@/core/documents";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { DayField, MoneyField, PersonField, TextField, TickOfField, TypedForm, readAmount } from "../form-fields";
import { Button } from "../primitives";
import type { Picked } from "./person-picker";
import { useChange } from "./use-change";

type Props = {
  kind: "absence" | "delegation";
  person: Picked;
  today: string;
  tomorrow: string;
  currency: string;
  suggested: Picked | null;
  onDone(): void;
};

type Typed = {
  from: string;
  until: string;
  standIn: Picked | null;
  types: string[];
  cap: string;
  reason: string;
};

/** Dates, who acts, and, folded away, for which types and up to what. What most absences need is filled in already. */
export function StandInForm({ kind, person, today, tomorrow, currency, suggested, onDone }: Props) {
  const { change, busy, refusals, refuseBeforehand } = useChange();
  const form = useForm<Typed>({
    defaultValues: {
      from: today,
      until: kind === "absence" ? tomorrow : "",
      standIn: kind === "absence" ? suggested : null,
      types: Object.keys(AUTHORITY_TYPES),
      cap: "",
      reason: "",
    },
  });
  const { standIn, from } = useWatch({ control: form.control }) as Typed;
  const save = async ({ until, types, cap, reason }: Typed) => {
    const problems: Refusal[] = [];
    const most = cap.trim() ? readAmount(cap, currency, "Up to", problems) : null;
    if (problems.length > 0) return refuseBeforehand(...problems);
    if (types.length === 0) return refuseBeforehand(refuse("no type ticked"));
    const done = await change({
      type: "set stand-in",
      kind,
      person: person.id,
      standIn: standIn?.id ?? null,
      from: from === today ? null : from,
      until: until || null,
      documentTypes: types.length === Object.keys(AUTHORITY_TYPES).length ? null : types,
      cap: most,
      reason,
    });
    if (done) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <div className="grid grid-cols-2 gap-3">
        <DayField name="from" label="First day" min={today} required />
        <DayField
          name="until"
          label={kind === "absence" ? "Last day" : "Last day, or open"}
          min={from}
          required={kind === "absence"}
        />
      </div>
      <PersonField
        name="standIn"
        label={kind === "absence" ? "Who stands in" : "Who acts as well"}
        role="approver"
        except={[person.id]}
        none={kind === "absence" ? "nobody" : undefined}
        hint={
          standIn
            ? `${standIn.name} decides in the name of ${person.name}, and never on their own requests.`
            : kind === "absence"
              ? "With nobody, what only this person can decide is held."
              : undefined
        }
      />
      <details>
        <summary className="text-harbour">Types, amount and reason</summary>
        <div className="mt-2 flex flex-col gap-2.5">
          <fieldset className="grid grid-cols-2">
            <legend className="text-sm font-semibold">For</legend>
            {Object.entries(AUTHORITY_TYPES).map(([key, name]) => (
              <TickOfField key={key} name="types" one={key} label={name} />
            ))}
          </fieldset>
          <MoneyField name="cap" label="Up to" currency={currency} placeholder="any amount" />
          <TextField name="reason" label="Reason" maxLength={200} />
        </div>
      </details>
      <Button type="submit" look="solid" disabled={busy}>
        {kind === "absence" ? "Set absence" : "Delegate"}
      </Button>
    </TypedForm>
  );
}
