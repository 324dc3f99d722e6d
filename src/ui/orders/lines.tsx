"use client";

import { useFormContext, useWatch } from "react-hook-form";
import { lineNet } from "@/core/documents";
import { formatAmount, money } from "@/core/money";
import { useRateOf, useRates, useShown } from "../documents/lists";
import { CHARGED_TO, ChargedToCells, EntryCell, LineCell, LineRows, TaxCell } from "../documents/line-rows";
import { emptyLine, readOrder, type TypedOrder } from "./model";

/** The lines of an order: a table to type in on a wide screen, blocks on a phone. */
export function Lines({ bad }: { bad: ReadonlySet<string | undefined> }) {
  // The schema calls the price of one by another name than the form.
  const wrong = new Set([...bad].map((path) => path?.replace("unitPrice", "price")));
  const columns = COLUMNS[useShown(["order-categories", ...CHARGED_TO])]!;
  const empty = emptyLine(useRates()[0]?.percent);
  return (
    <LineRows
      columns={columns}
      empty={() => empty}
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
          <ChargedToCells index={index} bad={wrong} />
          <LineCell name="quantity" label="Quantity" index={index} bad={wrong} right />
          <LineCell name="price" label="Price each" index={index} bad={wrong} money />
          <TaxCell index={index} bad={wrong} />
          <LineNet index={index} />
        </>
      )}
    />
  );
}

/** The columns of a row by how many of its lists have anything; whole class names, so that they are found when styles are made. */
const COLUMNS = [
  "md:grid-cols-[minmax(9rem,1fr)_4.5rem_7rem_6rem_7rem_2.5rem]",
  "md:grid-cols-[minmax(9rem,1fr)_11rem_4.5rem_7rem_6rem_7rem_2.5rem]",
  "md:grid-cols-[minmax(8rem,1fr)_10rem_7rem_4.5rem_7rem_6rem_7rem_2.5rem]",
  "md:grid-cols-[minmax(8rem,1fr)_8.5rem_6.5rem_6.5rem_4rem_6.5rem_5.5rem_6.5rem_2.5rem]",
];

/** The category of a line; choosing one sets the rate of tax that goes with it. */
function Category({ index, bad }: { index: number; bad: ReadonlySet<string | undefined> }) {
  const { setValue } = useFormContext<TypedOrder>();
  const rateOf = useRateOf();
  return (
    <EntryCell
      name="category"
      list="order-categories"
      label="Category"
      needed
      index={index}
      bad={bad}
      onChosen={(category) => {
        const percent = rateOf(category);
        if (percent) setValue(`lines.${index}.taxPercent`, percent);
      }}
    />
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
