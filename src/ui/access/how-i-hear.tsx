"use client";

import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import type { Refusal } from "@/core/refusal";
import { ChoiceField, TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import { send } from "../send";

type Preference = { mode: "at once" | "daily"; hour: string };

/** Whether messages come one by one or once a day, and an end for links in a mailbox that is in other hands. */
export function HowIHear({ preference, zone }: { preference: Preference; zone: string }) {
  const form = useForm({ defaultValues: preference });
  const daily = useWatch({ control: form.control, name: "mode" }) === "daily";
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [said, setSaid] = useState("");
  const run = async (body: object, words: (value: unknown) => string) => {
    const result = await send("/api/account", body);
    setRefusals(result.ok ? [] : result.refusals);
    setSaid(result.ok ? words(result.value) : "");
  };
  return (
    <TypedForm
      form={form}
      refusals={refusals}
      className="max-w-xl"
      onSave={(typed) => run({ type: "hear", preference: typed }, () => "Saved.")}
    >
      <ChoiceField name="mode" label="Messages to me">
        <option value="at once">come at once</option>
        <option value="daily">come once a day, in one letter</option>
      </ChoiceField>
      {daily && <TextField name="hour" label="At" type="time" hint={`In my time zone, ${zone}`} />}
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" look="solid">
          Save
        </Button>
        <Button
          look="quiet"
          onClick={() =>
            void run({ type: "end links" }, (ended) => {
              const count = (ended as { ended: number }).ended;
              return `${count} ${count === 1 ? "link decides" : "links decide"} no more.`;
            })
          }
        >
          End all links in my mail
        </Button>
        <span role="status" className="text-sm text-soft">
          {said}
        </span>
      </div>
    </TypedForm>
  );
}
