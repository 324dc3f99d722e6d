"use client";

import { FormProvider, useForm, type UseFormReturn } from "react-hook-form";
import type { Lists } from "@/core/lists";
import type { OwnField, OwnValues } from "@/core/own-fields";
import type { Refusal } from "@/core/refusal";
import { OfferedLists } from "../documents/lists";
import { OwnFields } from "../documents/own-fields";
import { emptyOwn, readValues, type TypedOwn } from "../documents/own-model";

/** Fields that a level asks whoever approves for, with the lists they choose from. */
export type Fills = { fields: readonly OwnField[]; lists: Lists; today: string; currency: string };

type Typed = { own: TypedOwn };
export type Filling = { form: UseFormReturn<Typed>; read(): { values: OwnValues; problems: Refusal[] } };

/** What is typed in these fields, kept for as long as the form of the decision is open. */
export function useFilling(fills: Fills | null): Filling {
  const fields = fills?.fields ?? [];
  const form = useForm<Typed>({ defaultValues: { own: emptyOwn(fields) } });
  return { form, read: () => readValues(fields, form.getValues("own"), fills?.currency ?? "", "filled.") };
}

/** The fields themselves, in the form of the decision. @param refusals what was said of them */
export function FillFields({
  fills,
  filling,
  refusals,
}: {
  fills: Fills;
  filling: Filling;
  refusals: readonly Refusal[];
}) {
  const bad = new Set(refusals.map(({ path }) => path?.replace(/^filled\./, "own.")));
  return (
    <FormProvider {...filling.form}>
      <OfferedLists lists={fills.lists} today={fills.today} own={{ document: fills.fields, line: [] }} bad={bad}>
        <div className="[&>fieldset]:mt-1">
          <OwnFields />
        </div>
      </OfferedLists>
    </FormProvider>
  );
}
