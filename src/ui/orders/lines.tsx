"use client";

import { useFormContext, useWatch } from "react-hook-form";
import { ORDER_CATEGORIES, lineNet } from "@/core/documents";
import { formatAmount, money } from "@/core/money";
import { CostCentreCell, LineCell, LineRows } from "../documents/line-rows";
import { emptyLine, readOrder, type TypedOrder } from "./model";

/** The lines of an order: a table to type in on a wide screen, blocks on a phone. */
export function Lines({ bad }: { bad: ReadonlySet<string | undefined> }) {
  // The schema calls the price of one by another name than the form.
  const wrong = new Set([...bad].map((path) => path?.replace("unitPrice", "price")));
  return (
    <LineRows
      columns="md:grid-cols-[minmax(9rem,1fr)_12.25rem_5.5rem_4.5rem_7rem_4.5rem_7rem_2.5rem]"
      empty={emptyLine}
      renderRow={(index) => (
        <>
          <LineCell
            name="description"
            label="What it is"
            index={index}
            bad={wrong}
            className="col-span-2 md:col-span-1"
          />
          <Category index={index} bad={wrong} />
          <CostCentreCell index={index} bad={wrong} />
          <LineCell name="quantity" label="Quantity" index={index} bad={wrong} right />
          <LineCell name="price" label="Price each" index={index} bad={wrong} right />
          <LineCell name="taxPercent" label="Tax, %" index={index} bad={wrong} right />
          <LineNet index={index} />
        </>
      )}
    />
  );
}

function Category({ index, bad }: { index: number; bad: ReadonlySet<string | undefined> }) {
  const { register } = useFormContext<TypedOrder>();
  return (
    <LineCell name="category" label="Category" index={index} bad={bad}>
      <select {...register(`lines.${index}.category`)} className="field">
        {Object.entries(ORDER_CATEGORIES).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </LineCell>
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
