"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { FormProvider, useForm, useWatch } from "react-hook-form";
import type { DocumentState } from "@/core/approval";
import { documentType, orderTotals, type PurchaseOrder } from "@/core/documents";
import { currencyCodes, formatMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { Button, Refusals } from "../primitives";
import { newCommand, send } from "../send";
import { Lines } from "./lines";
import { emptyOrder, readOrder, typedFrom, type TypedOrder } from "./model";
import { Papers } from "./papers";

type Props = {
  id: string | null;
  number: string | null;
  initial?: PurchaseOrder;
  today: string;
  requester: { id: string; name: string; unit: string; unitName: string };
  homeCurrency: string;
  nextRevision?: number;
  remark?: { by: string; comment: string };
};

const USUAL = ["EUR", "GBP", "NOK", "USD", "CHF", "JPY", "KWD"];

/** Entering or correcting an order. What is typed is kept in the browser until it is submitted. */
export function OrderForm({ id, number, initial, today, requester, homeCurrency, nextRevision = 1, remark }: Props) {
  const router = useRouter();
  const form = useForm<TypedOrder>({ defaultValues: initial ? typedFrom(initial) : emptyOrder(homeCurrency) });
  const forget = useKept(form, `bandeira:order:${id ?? "new"}:${requester.id}:${nextRevision}`);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const known = useRef(id);
  // One id per intent and content: a lost answer may be asked for again without doing it twice.
  const commands = useRef({ enter: newCommand(), submit: newCommand() });

  const act = async (intent: "save draft" | "submit") => {
    const { order, problems } = readOrder(form.getValues(), requester, today);
    const missing = intent === "submit" ? documentType(order.documentType).missing(order) : [];
    const readable = new Set(problems.map((problem) => problem.path?.replace("price", "unitPrice")));
    const all = [
      ...problems,
      ...missing.filter((item) => !readable.has(item.path)).map((item) => ({ code: "missing", ...item })),
    ];
    setRefusals(all);
    if (all.length > 0) return focusFirst(all);
    setBusy(true);
    const result = await save(order, intent);
    setBusy(false);
    commands.current.submit = newCommand();
    if (!result.ok) return setRefusals(result.refusals);
    forget();
    router.push(`/documents/${result.value.id}`);
    router.refresh();
  };

  const save = async (order: PurchaseOrder, intent: "save draft" | "submit") => {
    if (!known.current) {
      const entered = await send<DocumentState>("/api/documents", { command: commands.current.enter, document: order });
      if (!entered.ok || intent === "save draft") return entered;
      known.current = entered.value.id;
    }
    return send<DocumentState>(`/api/documents/${known.current}`, {
      command: commands.current.submit,
      type: intent,
      document: order,
    });
  };

  const bad = new Set(refusals.map((refusal) => refusal.path));
  const input = (name: "title" | "supplier") => ({
    ...form.register(name),
    id: name,
    "aria-invalid": bad.has(name),
    className: `field ${bad.has(name) ? "border-held!" : ""}`,
  });
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
          <div className="mt-4 grid gap-4 sm:grid-cols-2">
            <label>
              <span className="text-sm font-semibold">What is ordered, in a few words</span>
              <input {...input("title")} maxLength={120} />
            </label>
            <label>
              <span className="text-sm font-semibold">Supplier</span>
              <input {...input("supplier")} maxLength={120} />
            </label>
            <div className="grid grid-cols-2 gap-4">
              <label>
                <span className="text-sm font-semibold">Currency</span>
                <select {...form.register("currency")} className="field">
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
                <input type="date" {...form.register("promisedDate")} className="field" />
              </label>
            </div>
            <label>
              <span className="text-sm font-semibold">Note to whoever approves</span>
              <textarea {...form.register("note")} rows={1} maxLength={2000} className="field" />
            </label>
          </div>
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

function SubmitRow({
  busy,
  onDraft,
  requester,
  today,
}: {
  busy: boolean;
  onDraft(): void;
  requester: Props["requester"];
  today: string;
}) {
  const typed = useWatch<TypedOrder>() as TypedOrder;
  const { order } = readOrder(typed, requester, today);
  const totals = safely(() =>
    orderTotals({
      ...order,
      lines: order.lines.filter(
        (line) => /^\d{1,9}(\.\d{1,4})?$/.test(line.quantity) && /^\d{1,2}(\.\d{1,2})?$/.test(line.taxPercent),
      ),
    }),
  );
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

/** Keeps what is typed in this browser until it is submitted or saved. */
function useKept(form: ReturnType<typeof useForm<TypedOrder>>, key: string): () => void {
  const kept = useRef(true);
  useEffect(() => {
    const stored = localStorage.getItem(key);
    if (stored) form.reset(JSON.parse(stored) as TypedOrder);
    const subscription = form.watch((value) => {
      if (kept.current) localStorage.setItem(key, JSON.stringify(value));
    });
    return () => subscription.unsubscribe();
  }, [form, key]);
  return () => {
    kept.current = false;
    localStorage.removeItem(key);
  };
}

function focusFirst(problems: readonly Refusal[]): void {
  const path = problems.find((problem) => problem.path)?.path;
  if (path) document.getElementById(path.replace("unitPrice", "price"))?.focus();
}
