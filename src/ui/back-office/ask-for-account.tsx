"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { documentTypeKeys, typeWords } from "@/core/documents";
import { Currencies } from "../documents/fields";
import { useSend } from "../document/use-command";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { LinkText } from "./account-acts";

const START = { kind: "supplier", name: "", email: "", group: "", byHand: false };
/** The type of document in which particulars of a new account are entered by hand. */
const formOf = (kind: string) => documentTypeKeys.find((key) => typeWords(key).partyForm === kind);

/** A new supplier or customer: its name, and whether the other party fills in its particulars or whoever asks does. */
export function AskForAccount({ home, groups }: { home: string; groups: string[] }) {
  const router = useRouter();
  const [asked, setAsked] = useState({ ...START, currency: home });
  const [answer, setAnswer] = useState<{ id: string; link: string | null } | null>(null);
  const { run, refusals, busy } = useSend<{ id: string; link: string | null }>("/api/accounts", (found) => {
    if (asked.byHand) router.push(`/documents/new?type=${formOf(asked.kind)}&account=${found.id}`);
    else setAnswer(found);
  });
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
    <Form refusals={refusals} onSave={() => run({ type: "ask", ...asked, ...(asked.byHand && { email: "" }) })}>
      <Choice label="It is a" value={asked.kind} onChange={(kind) => set({ kind })}>
        <option value="supplier">supplier</option>
        <option value="customer">customer</option>
      </Choice>
      <Entry label="Name" value={asked.name} maxLength={120} onChange={(name) => set({ name })} />
      <Choice
        label="Its details are entered by"
        value={asked.byHand ? "hand" : "party"}
        onChange={(by) => set({ byHand: by === "hand" })}
      >
        <option value="party">the other party, through an invitation</option>
        <option value="hand">me, on the next page</option>
      </Choice>
      {!asked.byHand && (
        <Entry
          label="E-mail for the invitation"
          type="email"
          value={asked.email}
          maxLength={120}
          onChange={(email) => set({ email })}
        />
      )}
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
          {asked.byHand ? "Go on to its details" : "Ask, and make the invitation"}
        </Button>
      </div>
    </Form>
  );
}
