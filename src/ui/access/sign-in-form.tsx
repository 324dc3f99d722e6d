"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Refusal } from "@/core/refusal";
import { Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { send } from "../send";

/** E-mail and password, and the one-time code once the account asks for one. */
export function SignInForm() {
  const router = useRouter();
  const [form, setForm] = useState({ email: "", password: "", code: "" });
  const [needsCode, setNeedsCode] = useState(false);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const set = (field: keyof typeof form) => (value: string) => setForm((now) => ({ ...now, [field]: value }));
  const go = async () => {
    setBusy(true);
    const result = await send("/api/session", form);
    setBusy(false);
    if (result.ok) {
      router.push("/desk");
      return router.refresh();
    }
    const asks = result.refusals[0]?.code === "code required";
    setNeedsCode((before) => before || asks);
    setRefusals(asks ? [] : result.refusals);
  };
  return (
    <Form refusals={refusals} onSave={go} className="max-w-sm">
      <Entry label="E-mail" type="email" autoComplete="username" value={form.email} onChange={set("email")} required />
      <Entry
        label="Password"
        type="password"
        autoComplete="current-password"
        value={form.password}
        onChange={set("password")}
        required
      />
      {needsCode && (
        <Entry
          label="One-time code"
          hint="The six figures your device shows now."
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          value={form.code}
          onChange={set("code")}
          required
        />
      )}
      <Button type="submit" look="solid" disabled={busy}>
        Sign in
      </Button>
    </Form>
  );
}
