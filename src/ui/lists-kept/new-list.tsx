"use client";

import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import { useSend } from "../document/use-command";
import { TextField, TypedForm } from "../form-fields";
import { Button, SectionTitle } from "../primitives";

/** A list of the organisation's own, by its name. */
export function NewList() {
  const router = useRouter();
  const form = useForm({ defaultValues: { name: "" } });
  const { run, refusals, busy } = useSend<{ id: string }>("/api/lists", ({ id }) =>
    router.push(`/settings/lists/${id}`),
  );
  return (
    <section aria-labelledby="new-list" className="mt-7 max-w-md">
      <SectionTitle id="new-list">Add a list of your own</SectionTitle>
      <TypedForm
        form={form}
        refusals={refusals}
        onSave={({ name }) => run({ change: { type: "save list", list: null, name } })}
      >
        <TextField
          name="name"
          label="Name, in the singular"
          hint="Such as Grant, Vehicle or Campaign; fields of your own choose from it."
          maxLength={60}
          required
        />
        <Button type="submit" disabled={busy} className="self-start">
          Add the list
        </Button>
      </TypedForm>
    </section>
  );
}
