"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { newCommand, send } from "../send";

/** Sends a change of people and shows what became of it: the page asks for its data again, or the refusals are there. */
export function useChange() {
  const router = useRouter();
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  // One id until it is done or refused, so that pressing again after a lost answer does it once.
  const command = useRef(newCommand());
  const run = async <T>(path: string, body: object): Promise<T | null> => {
    setBusy(true);
    const result = await send<T>(path, body);
    setBusy(false);
    if (!result.ok) {
      if (result.refusals[0]?.code !== "unreachable") command.current = newCommand();
      setRefusals(result.refusals);
      return null;
    }
    command.current = newCommand();
    setRefusals([]);
    router.refresh();
    return result.value;
  };
  return {
    busy,
    refusals,
    clear: () => setRefusals([]),
    refuse: (message: string) => setRefusals([{ code: "invalid", message }]),
    /** One change of people, limits, stand-ins or calendars. */
    change: (change: { type: string } & Record<string, unknown>) =>
      run<{ changed: number; id: string | null }>("/api/people", { command: command.current, change }),
    run,
  };
}
