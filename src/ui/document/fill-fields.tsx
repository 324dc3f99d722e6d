"use client";

import { FormProvider, useForm, type UseFormReturn } from "react-hook-form";
import type { Lists } from "@/core/lists";
import { filledOnDocument, filledOnLine, type FilledValues, type OwnField, type OwnValue } from "@/core/own-fields";
import type { Refusal } from "@/core/refusal";
import { OfferedLists } from "../documents/lists";
import { OwnFields, OwnInput } from "../documents/own-fields";
import { readValues, typedOwn, type TypedOwn } from "../documents/own-model";
import { Button } from "../primitives";
import { AmountsIn } from "../money-input";

/**
 * Fields that a level asks whoever approves for, of the document and of its lines, with the lists they choose from; and, where the level begins again, what was filled in
 * there before, with the people named.
 */
export type Fills = {
  fields: readonly OwnField[];
  /** Lines that are not refused, by their numbers from 1, each with the key of the part that it is; none where no field is of lines. */
  lines: readonly { line: number; part: string | null; said: string }[];
  lists: Lists;
  today: string;
  currency: string;
  before: FilledValues;
  people: Readonly<Record<string, string>>;
};

/** Lines stand at their numbers, less one. */
type Typed = { own: TypedOwn; lines: { own: TypedOwn }[] };
type Read = { values: FilledValues; problems: Refusal[] };
export type Filling = {
  form: UseFormReturn<Typed>;
  /** @param refused keys of the parts that are refused with the approval: nothing is filled in for them */
  read(refused: readonly string[]): Read;
};

const NONE: Fills = { fields: [], lines: [], lists: [], today: "", currency: "", before: {}, people: {} };
const partsOf = ({ fields }: Fills) => ({
  document: fields.filter(({ part }) => part === "document"),
  line: fields.filter(({ part }) => part === "line"),
});

/** What is typed in these fields, kept for as long as the form of the decision is open. */
export function useFilling(given: Fills | null): Filling {
  const fills = given ?? NONE;
  const { lines, before, people, currency } = fills;
  const own = partsOf(fills);
  const name = (id: string) => people[id] ?? id;
  const form = useForm<Typed>({
    defaultValues: {
      own: typedOwn(own.document, filledOnDocument(before), name),
      lines: Array.from({ length: Math.max(0, ...lines.map(({ line }) => line)) }, (_, index) => ({
        own: typedOwn(own.line, filledOnLine(before, index + 1), name),
      })),
    },
  });
  const read = (refused: readonly string[]): Read => {
    const typed = form.getValues();
    const { values, problems } = readValues(own.document, typed.own, currency, "own.");
    const byLine: Record<string, Record<string, OwnValue>> = {};
    for (const { line, part } of lines) {
      if (part !== null && refused.includes(part)) continue;
      const found = readValues(own.line, typed.lines[line - 1]?.own, currency, `lines.${line - 1}.own.`, line);
      problems.push(...found.problems);
      for (const [key, value] of Object.entries(found.values)) (byLine[key] ??= {})[line] = value;
    }
    return { values: { ...values, ...byLine }, problems };
  };
  return { form, read };
}

/** Where the form has what a refusal is about: `filled.own_account.2` is the field of the second line. */
function inForm(path: string | undefined): string | undefined {
  const [, key, line] = /^filled\.([^.]+)(?:\.(\d+))?$/.exec(path ?? "") ?? [];
  if (!key) return path;
  return line ? `lines.${Number(line) - 1}.own.${key}` : `own.${key}`;
}

/** The fields themselves, in the form of the decision. @param refusals what was said of them */
export function FillFields({
  fills,
  filling: { form },
  refusals,
}: {
  fills: Fills;
  filling: Filling;
  refusals: readonly Refusal[];
}) {
  const { lines, lists, today, currency } = fills;
  const own = partsOf(fills);
  const bad = new Set(refusals.map(({ path }) => inForm(path)));
  const [first, ...others] = lines;
  // What stands on a line already stays.
  const fillAlike = () => {
    const typed = form.getValues(`lines.${first!.line - 1}.own`);
    for (const { line } of others)
      for (const [key, value] of Object.entries(typed)) {
        const path = `lines.${line - 1}.own.${key}` as const;
        const held = form.getValues(path);
        if (!held || (Array.isArray(held) && held.length === 0)) form.setValue(path, value, { shouldDirty: true });
      }
  };
  return (
    <FormProvider {...form}>
      <OfferedLists lists={lists} today={today} own={own} bad={bad}>
        <AmountsIn currency={currency}>
          <div className="[&>fieldset]:mt-1">
            <OwnFields />
          </div>
          {lines.length > 0 && (
            <ul className="max-h-[36vh] divide-y divide-rule overflow-y-auto border-y border-rule">
              {lines.map(({ line, said }) => (
                <li key={line} className="grid gap-x-6 gap-y-1 py-2 pr-1 sm:grid-cols-2">
                  <div>
                    <p className="text-sm">
                      <span className="font-semibold">Line {line}:</span> {said}
                    </p>
                    {line === first!.line && others.length > 0 && (
                      <Button small look="quiet" onClick={fillAlike}>
                        Fill in the other lines alike
                      </Button>
                    )}
                  </div>
                  <div className="flex flex-col gap-2">
                    {own.line.map(({ help, ...field }) => {
                      const path = `lines.${line - 1}.own.${field.key}`;
                      // What helps with the first helps with all.
                      const helped = line === first!.line && help ? { ...field, help } : field;
                      return <OwnInput key={field.key} field={helped} path={path} wrong={bad.has(path)} line={line} />;
                    })}
                  </div>
                </li>
              ))}
            </ul>
          )}
        </AmountsIn>
      </OfferedLists>
    </FormProvider>
  );
}
