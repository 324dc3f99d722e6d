"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Refusal, Result } from "@/core/refusal";
import { useIntent } from "../intent";
import { send } from "../send";

/** Sends a change of people and shows what became of it: the page asks for its data again, or the refusals are there. */
export function useChange() {
  const router = useRouter();
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const intend = useIntent();
  const shown = async <T>(asked: Promise<Result<T>>): Promise<T | null> => {
    setBusy(true);
    const result = await asked;
    setBusy(false);
    if (!result.ok) {
      setRefusals(result.refusals);
      return null;
    }
    setRefusals([]);
    router.refresh();
    return result.value;
  };
  return {
    busy,
    refusals,
    clear: () => setRefusals([]),
    /** What the form itself refuses, before anything is sent. */
    refuseBeforehand: (...beforehand: Refusal[]) => setRefusals(beforehand),
    /** One change of people, limits, stand-ins or calendars. */
    change: (change: { type: string } & Record<string, unknown>) =>
      shown(intend<{ changed: number; id: string | null }>("/api/people", { change })),
    /** A command to any address that takes one. */
    order: <T>(path: string, body: object) => shown(intend<T>(path, body)),
    /** What takes no id, since doing it twice is no harm. */
    run: <T>(path: string, body: object) => shown(send<T>(path, body)),
  };
}
