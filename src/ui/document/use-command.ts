"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { newCommand, send } from "../send";

/** Sends a command on a document, once; what was refused stays beside the form. */
export function useCommand(id: string, onDone: () => void) {
  return useSend(`/api/documents/${id}`, onDone);
}

/** The same to any address that takes a command id with its body. */
export function useSend<T = unknown>(path: string, onDone: (value: T) => void) {
  const router = useRouter();
  const command = useRef(newCommand());
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const run = async (body: object) => {
    setBusy(true);
    const result = await send<T>(path, { command: command.current, ...body });
    setBusy(false);
    setRefusals(result.ok ? [] : result.refusals);
    // An answer settles the command; only a lost one is asked for again under the same id.
    if (result.ok || result.refusals[0]?.code !== "unreachable") command.current = newCommand();
    if (!result.ok) return false;
    onDone(result.value);
    router.refresh();
    return true;
  };
  return { run, refusals, busy };
}
