"use client";

import { useState } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { brokenRules, invoiceTotals, type SupplierInvoice } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { sayRuleSubject } from "@/core/words";
import { CurrencyField, Field, Note, PersonField, MoneyOf } from "../documents/fields";
import { FormFrame } from "../documents/form-frame";
import { OrderField, SupplierField } from "../documents/choosers";
import { ratesOf, shownOf } from "../documents/lists";
import { CHARGED_TO, ChargedToCells, LineCell, LineRows } from "../documents/line-rows";
import { OwnFields } from "../documents/own-fields";
import { Papers } from "../documents/papers";
import { useDocumentForm, type FormStart } from "../documents/use-document-form";
import { useLatest } from "../overtaken";
import {
  computedTotals,
  emptyInvoice,
  emptyInvoiceLine,
  readInvoice,
  takeOver,
  unitFound,
  typedInvoice,
  type KnownOrder,
  type TypedInvoice,
  type UnitFound,
} from "./model";

/** Paths of the schema as the fields of the form are called. */
const mend = (path: string) => path.replace("unitPrice", "price").replace("stated.", "");

/** The columns of a line by how many of the lists it is charged to have anything. */
const COLUMNS = [
  "md:grid-cols-[minmax(10rem,1fr)_5rem_4.5rem_7rem_4.5rem_2.5rem]",
  "md:grid-cols-[minmax(10rem,1fr)_5rem_7rem_4.5rem_7rem_4.5rem_2.5rem]",
  "md:grid-cols-[minmax(10rem,1fr)_5rem_7rem_8rem_4.5rem_7rem_4.5rem_2.5rem]",
];

const TOTALS = [
  ["net", "Net total"],
  ["tax", "Tax"],
  ["gross", "Gross total"],
] as const;

/** Entering an invoice as it stands on paper; what does not add up is said while it is typed. */
export function InvoiceForm(props: FormStart<SupplierInvoice>) {
  const { initial, people = {}, homeCurrency, requester, today, lists, units } = props;
  const rate = ratesOf(props)[0]?.percent;
  const model = useDocumentForm<TypedInvoice>(props, {
    key: "invoice",
    empty: initial ? typedInvoice(initial, (id) => people[id] ?? id) : emptyInvoice(homeCurrency, today, rate),
    mend,
    read: (typed) => readInvoice(typed, requester, lists),
  });
  const typed = useWatch({ control: model.form.control }) as TypedInvoice;
  const { document: invoice } = readInvoice(typed, requester, lists);
  const totals = invoiceTotals(invoice);
  const computed = computedTotals(invoice);
  const broken = brokenRules(invoice);
  const [brought, setBrought] = useState("");
  const latest = useLatest();
  const bring = async (number: string) => {
    const isLast = latest();
    const response = await fetch(`/api/orders?number=${encodeURIComponent(number)}`);
    if (!response.ok || !isLast()) return;
    const order = (await response.json()) as KnownOrder;
    takeOver(model.form, order);
    const open = order.lines.filter((line) => Number(line.open) > 0).length;
    setBrought(
      open > 0
        ? `${open === 1 ? "One line" : `${open} lines`} of ${number} with what is still to be charged.`
        : `Everything of ${number} has been charged already.`,
    );
  };
  const bad = new Set(model.refusals.map((refusal) => refusal.path && mend(refusal.path)));
  return (
    <FormFrame
      start={props}
      one="invoice"
      {...model}
      amount={totals.gross.minor > 0 ? formatMoney(totals.gross) : ""}
      aside={
        broken.length > 0 ? (
          <span className="text-held">
            {sayRuleSubject(broken[0]!.about)} says {formatMoney(broken[0]!.stated)}, comes to{" "}
            {formatMoney(broken[0]!.computed)}
          </span>
        ) : (
          <>lines with tax {formatMoney(computed.gross)}</>
        )
      }
    >
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        <SupplierField bad={bad} />
        <div className="grid grid-cols-2 gap-4">
          <Field name="invoiceNumber" label="Their invoice number" maxLength={60} bad={bad} />
          <OrderField bad={bad} onChoose={(number) => void bring(number)} />
        </div>
        <div className="grid grid-cols-3 gap-4">
          <CurrencyField />
          <Field name="date" label="Dated" type="date" bad={bad} />
          <Field name="dueDate" label="Due" type="date" bad={bad} />
        </div>
        <div className="grid grid-cols-2 gap-4">
          <Field name="discountDate" label="Discount until" type="date" bad={bad} />
          <Field name="discountPercent" label="Discount, %" inputMode="decimal" bad={bad} />
        </div>
        <Field name="bankAccount" label="To be paid to account" maxLength={40} bad={bad} />
        <PersonField name="receiver" label="Who can say that it came" none="nobody named" />
        <UnitField units={units} found={unitFound(typed, requester, lists)} />
        <PersonField name="onBehalfOf" label="On behalf of" none="nobody, it is my own" />
        <Note />
      </div>
      <OwnFields />
      <p role="status" className="mt-3 text-soft empty:hidden">
        {brought}
      </p>
      <LineRows
        columns={COLUMNS[shownOf(props, CHARGED_TO)]!}
        empty={() => emptyInvoiceLine(rate)}
        renderRow={(index) => (
          <>
            <LineCell
              name="description"
              label="What it is"
              index={index}
              bad={bad}
              className="col-span-2 md:col-span-1"
            />
            <LineCell name="orderLine" label="Order line" index={index} bad={bad} right />
            <ChargedToCells index={index} bad={bad} />
            <LineCell name="quantity" label="Quantity" index={index} bad={bad} right />
            <LineCell name="price" label="Price each" index={index} bad={bad} money />
            <LineCell name="taxPercent" label="Tax, %" index={index} bad={bad} right />
          </>
        )}
      />
      <fieldset className="mt-6">
        <legend className="text-sm font-semibold">
          Totals as the invoice states them <span className="font-normal text-soft">empty: as the lines come to</span>
        </legend>
        <div className="mt-1 grid gap-4 sm:grid-cols-3">
          {TOTALS.map(([name, label]) => (
            <div key={name}>
              <label htmlFor={name} className="text-sm font-semibold">
                {label}
              </label>
              <MoneyOf name={name} placeholder={formatMoney(computed[name])} wrong={bad.has(name)} />
            </div>
          ))}
        </div>
      </fieldset>
      <Papers />
    </FormFrame>
  );
}

const FROM: Readonly<Record<UnitFound["from"], string>> = {
  order: "which ordered it",
  "cost centre": "whose cost centre it is charged to",
  owner: "the unit of whose it is",
};

/** The unit that the invoice is for, which chooses the policy that it goes under. */
function UnitField({ units, found }: { units: FormStart["units"]; found: UnitFound }) {
  const { register } = useFormContext<TypedInvoice>();
  const nameOf = (id: string) => units.find((one) => one.id === id)?.name ?? id;
  return (
    <label className="block">
      <span className="text-sm font-semibold">For which unit</span>
      <select {...register("unit")} className="field">
        <option value="">
          {nameOf(found.unit)}, {FROM[found.from]}
        </option>
        {units.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
