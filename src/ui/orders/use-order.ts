"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { useForm, type UseFormReturn } from "react-hook-form";
import type { DocumentState } from "@/core/approval";
import { documentType, type PurchaseOrder } from "@/core/documents";
import type { Refusal, Result } from "@/core/refusal";
import { newCommand, send } from "../send";
import { emptyOrder, readOrder, typedFrom, type TypedOrder } from "./model";

export type Requester = { id: string; name: string; unit: string; unitName: string };

type Start = {
  id: string | null;
  initial?: PurchaseOrder;
  receiverName?: string;
  today: string;
  requester: Requester;
  homeCurrency: string;
  nextRevision: number;
};

export type Intent = "save draft" | "submit";

/** The order being typed: reading it, sending it, and what was refused. */
export function useOrder({ id, initial, receiverName, today, requester, homeCurrency, nextRevision }: Start) {
  const router = useRouter();
  const form = useForm<TypedOrder>({
    defaultValues: initial ? typedFrom(initial, (id) => receiverName ?? id) : emptyOrder(homeCurrency),
  });
  const forget = useKept(form, `bandeira:order:${id ?? "new"}:${requester.id}:${nextRevision}`);
  const sendOrder = useSending(id);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);

  const act = async (intent: Intent) => {
    const { order, problems } = readOrder(form.getValues(), requester, today);
    const all = [...problems, ...(intent === "submit" ? stillMissing(order, problems) : [])];
    setRefusals(all);
    if (all.length > 0) return focusFirst(all);
    setBusy(true);
    const result = await sendOrder(order, intent);
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    forget();
    router.push(`/documents/${result.value.id}`);
    router.refresh();
  };
  return { form, act, busy, refusals };
}

/** What the type says is missing, but for fields of which it was said already that they cannot be read. */
function stillMissing(order: PurchaseOrder, problems: readonly Refusal[]): Refusal[] {
  const said = new Set(problems.map((problem) => problem.path?.replace("price", "unitPrice")));
  return documentType(order.documentType)
    .missing(order)
    .filter((item) => !said.has(item.path))
    .map((item) => ({ code: "missing", ...item }));
}

/** Enters the order if it is new, then submits it where that is wanted; asked again after a lost answer, nothing is done twice. */
function useSending(id: string | null): (order: PurchaseOrder, intent: Intent) => Promise<Result<DocumentState>> {
  const known = useRef(id);
  const entering = useRef(newCommand());
  const submitting = useRef(newCommand());
  return async (order, intent) => {
    if (!known.current) {
      const entered = await send<DocumentState>("/api/documents", { command: entering.current, document: order });
      if (!entered.ok || intent === "save draft") return entered;
      known.current = entered.value.id;
    }
    const result = await send<DocumentState>(`/api/documents/${known.current}`, {
      command: submitting.current,
      type: intent,
      document: order,
    });
    // An answer settles the command; only a lost one is asked for again under the same id.
    if (result.ok || result.refusals[0]?.code !== "unreachable") submitting.current = newCommand();
    return result;
  };
}

/** Keeps what is typed in this browser until it is submitted or saved. */
function useKept(form: UseFormReturn<TypedOrder>, key: string): () => void {
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
