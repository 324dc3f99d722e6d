"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Refusal } from "@/core/refusal";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { send } from "../send";

function useEntering(path: string) {
  const router = useRouter();
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const go = async (body: object) => {
    setBusy(true);
    const result = await send(path, body);
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    router.push("/desk");
    router.refresh();
  };
  return { go, busy, refusals };
}

/** Sets the password that a one-time way in is for. */
export function InvitationForm({ token }: { token: string }) {
  const { go, busy, refusals } = useEntering("/api/invitation");
  const [password, setPassword] = useState("");
  return (
    <Form refusals={refusals} onSave={() => go({ token, password })} className="max-w-sm">
      <Entry
        label="New password"
        type="password"
        autoComplete="new-password"
        value={password}
        onChange={setPassword}
        hint="At least twelve characters, without your name."
        required
      />
      <Button type="submit" look="solid" disabled={busy}>
        Set password and sign in
      </Button>
    </Form>
  );
}

/** The zone of this device, where it is one that may be chosen. */
function zoneHere(zones: readonly string[]): string {
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return zones.includes(here) ? here : "UTC";
}

/** The first administrator of an empty installation. */
export function StartForm({ zones }: { zones: string[] }) {
  const { go, busy, refusals } = useEntering("/api/start");
  const [form, setForm] = useState({
    organisation: "",
    currency: "",
    timeZone: zoneHere(zones),
    name: "",
    email: "",
    password: "",
  });
  const set = (field: keyof typeof form) => (value: string) => setForm((now) => ({ ...now, [field]: value }));
  return (
    <Form refusals={refusals} onSave={() => go(form)} className="max-w-md">
      <Entry label="Organisation" value={form.organisation} onChange={set("organisation")} required />
      <div className="grid grid-cols-2 gap-3">
        <Entry
          label="Home currency"
          value={form.currency}
          onChange={(value) => set("currency")(value.toUpperCase())}
          maxLength={3}
          hint="Three letters, ISO 4217."
          required
        />
        <Choice label="Time zone" value={form.timeZone} onChange={set("timeZone")}>
          {zones.map((zone) => (
            <option key={zone}>{zone}</option>
          ))}
        </Choice>
      </div>
      <Entry label="Your name" autoComplete="name" value={form.name} onChange={set("name")} required />
      <Entry
        label="Your e-mail"
        type="email"
        autoComplete="username"
        value={form.email}
        onChange={set("email")}
        required
      />
      <Entry
        label="Password"
        type="password"
        autoComplete="new-password"
        value={form.password}
        onChange={set("password")}
        hint="At least twelve characters, without your name."
        required
      />
      <Button type="submit" look="solid" disabled={busy}>
        Set up and sign in
      </Button>
    </Form>
  );
}
