"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Policy } from "@/core/policy";
import type { Refusal } from "@/core/refusal";
import { Sheet } from "../frame/sheet";
import { Button, Refusals } from "../primitives";
import { newCommand, send } from "../send";

/** Saves the working copy as the next version, with a note of why. */
export function SaveVersion({ policy, basedOn, disabled }: { policy: Policy; basedOn: number; disabled: boolean }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState("");
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const command = useRef(newCommand());
  const next = basedOn + 1;
  const save = async () => {
    setBusy(true);
    const result = await send<{ version: number }>(`/api/policies/${policy.id}/versions`, {
      command: command.current,
      basedOn,
      note,
      policy,
    });
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    command.current = newCommand();
    localStorage.removeItem(`bandeira:board:${policy.id}:${basedOn}`);
    setOpen(false);
    router.push(`/policies/${policy.id}?version=${result.value.version}`);
    router.refresh();
  };
  return (
    <>
      <Button look="solid" disabled={disabled} onClick={() => setOpen(true)}>
        Save as version {next}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={`Save as version ${next}`}>
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <p>It is a draft until it is put in force. Version {basedOn} stays as it is.</p>
          <label>
            <span className="text-sm font-semibold">Why, for whoever reads this in three years</span>
            <textarea
              className="field"
              rows={3}
              maxLength={500}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          <Refusals refusals={refusals} />
          <Button type="submit" look="solid" disabled={busy} className="self-start">
            Save version {next}
          </Button>
        </form>
      </Sheet>
    </>
  );
}

/** Puts a draft in force from a day on. */
export function PutInForce({ id, version, today }: { id: string; version: number; today: string }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState(today);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const command = useRef(newCommand());
  const put = async () => {
    setBusy(true);
    const result = await send(`/api/policies/${id}/versions/${version}/in-force`, { command: command.current, from });
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    setOpen(false);
    router.refresh();
  };
  return (
    <>
      <Button look="solid" onClick={() => setOpen(true)}>
        Put in force
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={`Put version ${version} in force`}>
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void put();
          }}
        >
          <label>
            <span className="text-sm font-semibold">From</span>
            <input
              type="date"
              className="field w-44!"
              value={from}
              min={today}
              required
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
          <p className="text-soft">
            {from === today
              ? "From this moment on, new documents go under it."
              : "From the beginning of that day, new documents go under it."}{" "}
            Those already under way keep the version they started with.
          </p>
          <Refusals refusals={refusals} />
          <Button type="submit" look="solid" disabled={busy} className="self-start">
            Put version {version} in force
          </Button>
        </form>
      </Sheet>
    </>
  );
}
