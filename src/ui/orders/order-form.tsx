"use client";

import { useWatch } from "react-hook-form";
import { orderTotals, type PurchaseOrder } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { CurrencyField, Field, Note, PersonField } from "../documents/fields";
import { SupplierField } from "../documents/choosers";
import { FormFrame } from "../documents/form-frame";
import { ratesOf } from "../documents/lists";
import { OwnFields } from "../documents/own-fields";
import { Papers } from "../documents/papers";
import { useDocumentForm, type FormStart } from "../documents/use-document-form";
import { Lines } from "./lines";
import { QUANTITY, TAX, emptyOrder, readOrder, typedFrom, type TypedOrder } from "./model";

const mend = (path: string) => path.replace("unitPrice", "price");

/** Entering or correcting an order. What is typed is kept in the browser until it is submitted. */
export function OrderForm(props: FormStart<PurchaseOrder> & { changing?: PurchaseOrder & { number: string } }) {
  const { initial, changing, people = {}, homeCurrency, requester, today } = props;
  const name = (id: string) => people[id] ?? id;
  const empty = initial
    ? typedFrom(initial, name)
    : changing
      ? { ...typedFrom(changing, name), onBehalfOf: null, changeOf: changing.number, attachments: [] }
      : emptyOrder(homeCurrency, ratesOf(props)[0]?.percent);
  const date = props.initial && props.revising ? props.initial.date : today;
  const model = useDocumentForm<TypedOrder>(props, {
    key: changing ? `order-change-${changing.number}` : "order",
    empty,
    mend,
    from: changing,
    read: (typed) => {
      const { order, problems } = readOrder(typed, requester, date);
      return { document: order, problems };
    },
  });
  const typed = useWatch({ control: model.form.control }) as TypedOrder;
  const { order } = readOrder(typed, requester, date);
  const readable = order.lines.filter((line) => QUANTITY.test(line.quantity) && TAX.test(line.taxPercent));
  const totals = safely(() => orderTotals({ ...order, lines: readable }));
  const bad = new Set(model.refusals.map((refusal) => refusal.path));
  return (
    <FormFrame
      start={props}
      one={changing ? `change of ${changing.number}` : "order"}
      {...model}
      amount={totals && totals.net.minor > 0 ? formatMoney(totals.net) : ""}
      aside={
        totals && (
          <>
            tax {formatMoney(totals.tax)}, gross <b className="font-semibold text-ink">{formatMoney(totals.gross)}</b>
          </>
        )
      }
    >
      {typed.changeOf && (
        <p className="mt-2">
          Its lines take the place of those of {typed.changeOf}; whoever approves sees the committed total before and
          after.
        </p>
      )}
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        <Field name="title" label="What is ordered, in a few words" maxLength={120} bad={bad} />
        <SupplierField bad={bad} />
        <div className="grid grid-cols-2 gap-4">
          <CurrencyField />
          <Field name="promisedDate" label="Promised for" type="date" />
        </div>
        <PersonField name="receiver" label="Who takes delivery" none="nobody named" />
        <PersonField name="onBehalfOf" label="On behalf of" none="nobody, it is my own" />
        <Note />
      </div>
      <OwnFields />
      <Lines bad={bad} />
      <Papers />
    </FormFrame>
  );
}

function safely<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null; // a sum outside the exact range has no total to show; submitting says why
  }
}
