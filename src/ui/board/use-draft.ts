"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { readPolicy, type Policy, type GivenReason } from "@/core/policy";
import { send } from "../send";
import { redo, startOf, step, undo } from "./steps";
import { useGesture } from "./use-gesture";

/** A draft as the server has it. */
export type KeptDraft = { revision: number; basedOn: number; savedBy: string; savedAt: string; reasons: GivenReason[] };

export type DraftState = {
  policy: Policy;
  setPolicy(edit: (policy: Policy) => Policy): void;
  reasons: GivenReason[];
  setReasons(reasons: GivenReason[]): void;
  /** Differs from what the page was opened with as the saved version. */
  changed: boolean;
  revision: number;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** When the server last kept it, and whether it is doing so now. */
  savedAt: string | null;
  saving: boolean;
  restored: boolean;
  /** Why it is not saved: somebody else saved theirs, or the server cannot be reached. */
  conflict: string;
  problem: string;
  /** Who else has the draft open. */
  others: string[];
  discard(): Promise<string | null>;
};

const AFTER_MS = 500;
const PRESENCE_MS = 8000;

/**
 * The working copy with every step that led to it. It saves itself on the server as it is edited, and in this browser until the server has it; a save never
 * overwrites what somebody else has saved since.
 */
export function useDraft(saved: Policy, kept: KeptDraft | null, mayWrite: boolean): DraftState {
  const key = `bandeira:board:${saved.id}`;
  const [steps, setSteps] = useState(() => startOf(saved));
  const [reasons, setReasons] = useState<GivenReason[]>(kept?.reasons ?? []);
  const [restored, setRestored] = useState(false);
  const server = useRef({ revision: kept?.revision ?? 0, body: JSON.stringify([saved, kept?.reasons ?? []]) });
  const [status, setStatus] = useState({ savedAt: kept?.savedAt ?? null, saving: false, conflict: "", problem: "" });
  const [revision, setRevision] = useState(kept?.revision ?? 0);
  // The save that is on its way; the next one, and throwing the draft away, begin when it has been answered.
  const underway = useRef<Promise<unknown>>(Promise.resolve());
  const discarded = useRef(false);
  const joins = useGesture();
  const policy = steps.present;
  const body = useMemo(() => JSON.stringify([policy, reasons]), [policy, reasons]);

  useEffect(() => {
    const stored = mayWrite ? localStorage.getItem(key) : null;
    if (!stored) return;
    const { revision: from, policy: value } = JSON.parse(stored) as { revision: number; policy: unknown };
    const read = readPolicy(value);
    // Only what was typed on this very state of the draft; anything else would put an old text over a newer one.
    if (from === server.current.revision && read.ok && JSON.stringify(read.value) !== JSON.stringify(saved)) {
      setSteps((now) => step(now, read.value, false));
      setRestored(true);
    }
    // Only when the page opens: later renders must not overwrite what has been edited since.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [key]);

  const { conflict } = status;
  useEffect(() => {
    if (!mayWrite || body === server.current.body || conflict) return;
    localStorage.setItem(key, JSON.stringify({ revision: server.current.revision, policy }));
    const save = async () => {
      if (discarded.current || body === server.current.body) return;
      setStatus((now) => ({ ...now, saving: true }));
      const sent = { revision: server.current.revision, policy, reasons };
      const result = await send<{ revision: number; savedAt: string }>(`/api/policies/${saved.id}/draft`, sent);
      if (result.ok) {
        server.current = { revision: result.value.revision, body };
        setRevision(result.value.revision);
        localStorage.removeItem(key);
        return setStatus({ savedAt: result.value.savedAt, saving: false, conflict: "", problem: "" });
      }
      const [refusal] = result.refusals;
      const other = refusal?.code === "other version";
      setStatus((now) => ({
        ...now,
        saving: false,
        conflict: other ? refusal.message : "",
        problem: other ? "" : (refusal?.message ?? ""),
      }));
    };
    const timer = setTimeout(() => {
      underway.current = underway.current.then(save);
    }, AFTER_MS);
    return () => clearTimeout(timer);
  }, [body, policy, reasons, key, mayWrite, conflict, saved.id, revision]);

  const latest = useRef(body);
  useEffect(() => {
    latest.current = body;
  });
  const others = usePresence(saved.id, mayWrite, (newest) => {
    // A save of the page before this one was still on its way when this one was made: what it saved is read.
    if (newest > server.current.revision && latest.current === server.current.body) window.location.reload();
  });
  return {
    policy,
    setPolicy: (edit) => {
      const joined = joins();
      setSteps((now) => {
        const next = edit(now.present);
        return next === now.present ? now : step(now, next, joined);
      });
    },
    reasons,
    setReasons,
    changed: kept !== null || body !== server.current.body || revision > 0,
    revision,
    undo: steps.past.length > 0 ? () => setSteps(undo) : null,
    redo: steps.future.length > 0 ? () => setSteps(redo) : null,
    ...status,
    // What is not yet sent counts as being saved: the time of the last save would say that it is kept.
    saving: status.saving || (mayWrite && body !== server.current.body),
    restored,
    others,
    discard: async () => {
      discarded.current = true;
      await underway.current;
      localStorage.removeItem(key);
      const result = await send(`/api/policies/${saved.id}/draft`, { revision: server.current.revision }, "DELETE");
      if (result.ok) return null;
      discarded.current = false;
      return result.refusals[0]?.message ?? "It was not thrown away";
    },
  };
}

/** Says every few seconds that the draft is open here, and hears who else has it open. */
function usePresence(id: string, mayWrite: boolean, onFirst: (revision: number) => void): string[] {
  const [others, setOthers] = useState<string[]>([]);
  const first = useRef<((revision: number) => void) | null>(onFirst);
  useEffect(() => {
    if (!mayWrite) return;
    const sayHere = async () => {
      const result = await send<{ others: string[]; revision: number }>(`/api/policies/${id}/draft/presence`, {});
      if (!result.ok) return;
      setOthers(result.value.others);
      first.current?.(result.value.revision);
      first.current = null;
    };
    void sayHere();
    const timer = setInterval(() => void sayHere(), PRESENCE_MS);
    return () => clearInterval(timer);
  }, [id, mayWrite]);
  return others;
}
