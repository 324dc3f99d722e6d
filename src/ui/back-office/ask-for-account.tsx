"use client";

import { useState } from "react";
import { Currencies } from "../documents/fields";
import { useSend } from "../document/use-command";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { LinkText } from "./account-acts";

/** A new supplier or customer: its name and where to send the invitation. */
export function AskForAccount({ home, groups }: { home: string; groups: string[] }) {
  const [asked, setAsked] = useState({ kind: "supplier", name: "", email: "", currency: home, group: "" });
  const [answer, setAnswer] = useState<{ id: string; link: string | null } | null>(null);
  const { run, refusals, busy } = useSend<{ id: string; link: string | null }>("/api/accounts", setAnswer);
  const set = (patch: Partial<typeof asked>) => setAsked({ ...asked, ...patch });
  if (answer)
    return (
      <div role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2">
        <p>{asked.name} was asked for, and the invitation is in the post room.</p>
        <p>
          <LinkText link={answer.link} />
        </p>
      </div>
    );
  return (
    <Form refusals={refusals} onSave={() => run({ type: "ask", ...asked })}>
      <Choice label="It is a" value={asked.kind} onChange={(kind) => set({ kind })}>
        <option value="supplier">supplier</option>
        <option value="customer">customer</option>
      </Choice>
      <Entry label="Name" value={asked.name} maxLength={120} onChange={(name) => set({ name })} />
      <Entry
        label="E-mail for the invitation"
        type="email"
        value={asked.email}
        maxLength={120}
        onChange={(email) => set({ email })}
      />
      <Choice label="Currency" value={asked.currency} onChange={(currency) => set({ currency })}>
        <Currencies />
      </Choice>
      {asked.kind === "customer" && (
        <Choice label="Group" value={asked.group} onChange={(group) => set({ group })}>
          <option value="">none</option>
          {groups.map((group) => (
            <option key={group}>{group}</option>
          ))}
        </Choice>
      )}
      <div>
        <Button type="submit" look="solid" disabled={busy}>
          Ask, and make the invitation
        </Button>
      </div>
    </Form>
  );
}
