"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Refusal } from "@/core/refusal";
import { useIntent } from "../intent";

/** Sends a command on a document, once; what was refused stays beside the form. */
export function useCommand(id: string, onDone: () => void) {
  return useSend(`/api/documents/${id}`, onDone);
}

/** The same to any address that takes a command id with its body. */
export function useSend<T = unknown>(path: string, onDone: (value: T) => void) {
  const router = useRouter();
  const intend = useIntent();
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const run = async (body: object) => {
    setBusy(true);
    const result = await intend<T>(path, body);
    setBusy(false);
    setRefusals(result.ok ? [] : result.refusals);
    if (!result.ok) return false;
    onDone(result.value);
    router.refresh();
    return true;
  };
  return { run, refusals, busy };
}
