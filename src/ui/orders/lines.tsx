"use client";

import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import { ORDER_CATEGORIES, lineNet } from "@/core/documents";
import { formatAmount, money } from "@/core/money";
import { Button } from "../primitives";
import { emptyLine, readOrder, type TypedOrder } from "./model";

/** The lines of an order: a table to type in on a wide screen, blocks on a phone. */
export function Lines({ bad }: { bad: ReadonlySet<string | undefined> }) {
  const { control, register } = useFormContext<TypedOrder>();
  const { fields, append, remove } = useFieldArray({ control, name: "lines" });
  const field = (
    index: number,
    key: "description" | "costCentre" | "quantity" | "price" | "taxPercent",
    label: string,
    look = "",
  ) => {
    const path = `lines.${index}.${key}` as const;
    const wrong = bad.has(path) || (key === "price" && bad.has(`lines.${index}.unitPrice`));
    return (
      <label className="block">
        <span className={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}>{label}</span>
        <input
          id={path}
          {...register(path)}
          aria-invalid={wrong}
          inputMode={["quantity", "price", "taxPercent"].includes(key) ? "decimal" : undefined}
          className={`field ${look} ${wrong ? "border-held!" : ""}`}
        />
      </label>
    );
  };
  return (
    <fieldset className="mt-6">
      <legend className="mb-1 text-sm font-semibold">Lines</legend>
      <ol className="flex flex-col gap-y-2">
        {fields.map((row, index) => (
          <li
            key={row.id}
            className="grid grid-cols-2 items-end gap-2 border-b border-rule pb-3 md:grid-cols-[minmax(9rem,1fr)_12.25rem_5.5rem_4.5rem_7rem_4.5rem_7rem_2.5rem] md:border-0 md:pb-0"
          >
            <div className="col-span-2 md:col-span-1">{field(index, "description", "What it is")}</div>
            <label className="block">
              <span className={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}>Category</span>
              <select {...register(`lines.${index}.category`)} className="field">
                {Object.entries(ORDER_CATEGORIES).map(([key, name]) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            {field(index, "costCentre", "Cost centre")}
            {field(index, "quantity", "Quantity", "text-right")}
            {field(index, "price", "Price each", "text-right")}
            {field(index, "taxPercent", "Tax, %", "text-right")}
            <LineNet index={index} />
            <Button
              look="quiet"
              small
              aria-label={`Remove line ${index + 1}`}
              disabled={fields.length === 1}
              onClick={() => remove(index)}
              className="justify-self-end no-underline! md:min-h-9"
            >
              ✕
            </Button>
          </li>
        ))}
      </ol>
      <Button small className="mt-3" onClick={() => append(emptyLine())}>
        Add a line
      </Button>
    </fieldset>
  );
}

function LineNet({ index }: { index: number }) {
  const typed = useWatch<TypedOrder>() as TypedOrder;
  const { order, problems } = readOrder(typed, { id: "x", unit: "x" }, "2026-01-01");
  const line = order.lines[index];
  const readable = line && !problems.some((problem) => problem.path?.startsWith(`lines.${index}.`));
  return (
    <p className="text-right">
      <span className={index === 0 ? "block text-sm text-soft" : "block text-sm text-soft md:sr-only"}>Net</span>
      <span className="flex min-h-9 items-center justify-end font-medium">
        {readable ? formatAmount(money(lineNet(line), typed.currency)) : "—"}
      </span>
    </p>
  );
}
