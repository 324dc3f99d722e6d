"use client";

import { FormProvider, useFormContext, useWatch } from "react-hook-form";
import { orderTotals, type PurchaseOrder } from "@/core/documents";
import { currencyCodes, formatMoney } from "@/core/money";
import { PersonPicker } from "../people/person-picker";
import { Button, Refusals } from "../primitives";
import { Lines } from "./lines";
import { QUANTITY, TAX, readOrder, type TypedOrder } from "./model";
import { Papers } from "./papers";
import { useOrder, type Requester } from "./use-order";

type Props = {
  id: string | null;
  number: string | null;
  initial?: PurchaseOrder;
  receiverName?: string;
  today: string;
  requester: Requester;
  homeCurrency: string;
  nextRevision?: number;
  remark?: { by: string; comment: string };
};

/** Entering or correcting an order. What is typed is kept in the browser until it is submitted. */
export function OrderForm({ number, requester, today, nextRevision = 1, remark, ...rest }: Props) {
  const { form, act, busy, refusals } = useOrder({ ...rest, requester, today, nextRevision });
  const bad = new Set(refusals.map((refusal) => refusal.path));
  return (
    <FormProvider {...form}>
      <form
        className="mx-auto flex w-full max-w-5xl flex-1 flex-col"
        onSubmit={(event) => {
          event.preventDefault();
          void act("submit");
        }}
      >
        <div className="flex-1 px-4 py-5 md:px-6">
          <h1 className="text-2xl font-semibold">{number ? `Correct ${number}` : "New order"}</h1>
          <p className="text-soft">
            From {requester.name}, {requester.unitName}.{" "}
            {nextRevision > 1 && `It will be sent in as revision ${nextRevision}.`}
          </p>
          {remark && (
            <p className="mt-3 border-l-3 border-sentback bg-sentback-wash px-3 py-2 text-sentback">
              <b className="font-semibold">{remark.by} sent it back:</b> “{remark.comment}”
            </p>
          )}
          <Particulars bad={bad} />
          <Lines bad={bad} />
          <Papers />
        </div>
        <div className="sticky bottom-0 flex flex-col gap-2 border-t border-rule bg-paper px-4 py-3 md:px-6">
          <Refusals refusals={refusals} />
          <SubmitRow busy={busy} onDraft={() => void act("save draft")} requester={requester} today={today} />
        </div>
      </form>
    </FormProvider>
  );
}

const USUAL = ["EUR", "GBP", "NOK", "USD", "CHF", "JPY", "KWD"];

function Particulars({ bad }: { bad: ReadonlySet<string | undefined> }) {
  const { register, setValue, control } = useFormContext<TypedOrder>();
  const receiver = useWatch({ control, name: "receiver" }) ?? null;
  const input = (name: "title" | "supplier") => ({
    ...register(name),
    id: name,
    maxLength: 120,
    "aria-invalid": bad.has(name),
    className: `field ${bad.has(name) ? "border-held!" : ""}`,
  });
  return (
    <div className="mt-4 grid gap-4 sm:grid-cols-2">
      <label>
        <span className="text-sm font-semibold">What is ordered, in a few words</span>
        <input {...input("title")} />
      </label>
      <label>
        <span className="text-sm font-semibold">Supplier</span>
        <input {...input("supplier")} />
      </label>
      <div className="grid grid-cols-2 gap-4">
        <label>
          <span className="text-sm font-semibold">Currency</span>
          <select {...register("currency")} className="field">
            {USUAL.map((code) => (
              <option key={code}>{code}</option>
            ))}
            <optgroup label="All others">
              {currencyCodes
                .filter((code) => !USUAL.includes(code))
                .map((code) => (
                  <option key={code}>{code}</option>
                ))}
            </optgroup>
          </select>
        </label>
        <label>
          <span className="text-sm font-semibold">Promised for</span>
          <input type="date" {...register("promisedDate")} className="field" />
        </label>
      </div>
      <PersonPicker
        label="Who takes delivery"
        value={receiver}
        onChange={(person) => setValue("receiver", person && { id: person.id, name: person.name })}
        none="nobody named"
      />
      <label className="sm:col-span-2">
        <span className="text-sm font-semibold">Note to whoever approves</span>
        <textarea {...register("note")} rows={1} maxLength={2000} className="field" />
      </label>
    </div>
  );
}

function SubmitRow({
  busy,
  onDraft,
  requester,
  today,
}: {
  busy: boolean;
  onDraft(): void;
  requester: Requester;
  today: string;
}) {
  const { order } = readOrder(useWatch<TypedOrder>() as TypedOrder, requester, today);
  const readable = order.lines.filter((line) => QUANTITY.test(line.quantity) && TAX.test(line.taxPercent));
  const totals = safely(() => orderTotals({ ...order, lines: readable }));
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <Button type="submit" look="solid" disabled={busy}>
        {totals && totals.net.minor > 0 ? `Submit ${formatMoney(totals.net)}` : "Submit"}
      </Button>
      <Button look="quiet" disabled={busy} onClick={onDraft}>
        Keep as a draft
      </Button>
      {totals && (
        <p className="ml-auto text-right text-sm text-soft" aria-live="polite">
          tax {formatMoney(totals.tax)}, gross <b className="font-semibold text-ink">{formatMoney(totals.gross)}</b>
        </p>
      )}
    </div>
  );
}

function safely<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null; // a sum outside the exact range has no total to show; submitting says why
  }
}
