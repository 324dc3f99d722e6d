"use client";

import { useState } from "react";
import type { Attachment } from "@/core/documents";
import type { Strokes } from "@/core/drawn";
import type { Refusal } from "@/core/refusal";
import { sayDate } from "@/core/text";
import { DrawnField } from "../drawn-field";
import { useIntent } from "../intent";
import { Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { upload } from "../send";

type Props = {
  token: string;
  name: string;
  supplier: boolean;
  papers: { key: string; name: string }[];
  /** Whether it cannot be sent without them. */
  needed: boolean;
  /** Whether they draw their signature as well. */
  byHand: boolean;
  /** The date of their signature. */
  on: string;
};

/** What a supplier or customer fills in and signs; what is typed stays when something is refused. */
export function ParticularsForm({ token, name, supplier, papers, needed, byHand, on }: Props) {
  const [filled, setFilled] = useState({ taxNumber: "", address: "", bankAccount: "", email: "", signedBy: "" });
  const [drawn, setDrawn] = useState<Strokes>([]);
  const [brought, setBrought] = useState<Record<string, Attachment>>({});
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState(false);
  const intend = useIntent();
  const set = (patch: Partial<typeof filled>) => setFilled({ ...filled, ...patch });
  if (done)
    return (
      <p role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
        Thank you. Your details have arrived and are being checked; you will be notified when the account is open.
      </p>
    );
  const bring = async (paper: string, file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    const query = new URLSearchParams({ token, name: file.name });
    const result = await upload<Attachment>(`/api/particulars/papers?${query}`, file);
    setBusy(false);
    setRefusals(result.ok ? [] : result.refusals);
    if (result.ok) setBrought((now) => ({ ...now, [paper]: result.value }));
  };
  const save = async () => {
    setBusy(true);
    const result = await intend("/api/particulars", {
      token,
      ...filled,
      drawn,
      papers: Object.entries(brought).map(([paper, attachment]) => ({ name: paper, attachment })),
    });
    setBusy(false);
    setRefusals(result.ok ? [] : result.refusals);
    if (result.ok) setDone(true);
  };
  return (
    <Form refusals={refusals} onSave={save} className="mt-4">
      <p>
        <span className="text-sm font-semibold">Name</span>
        <span className="block">{name}</span>
      </p>
      <Entry label="Tax number" value={filled.taxNumber} maxLength={40} onChange={(taxNumber) => set({ taxNumber })} />
      <Entry
        label="Address"
        value={filled.address}
        maxLength={200}
        autoComplete="street-address"
        onChange={(address) => set({ address })}
      />
      <Entry
        label={supplier ? "Bank account to be paid to" : "Bank account you pay from"}
        value={filled.bankAccount}
        maxLength={40}
        onChange={(bankAccount) => set({ bankAccount })}
      />
      <Entry
        label="E-mail for orders and answers"
        type="email"
        value={filled.email}
        maxLength={120}
        onChange={(email) => set({ email })}
      />
      {papers.map(({ key, name: paper }) => (
        <label key={key} className="text-sm">
          <span className="font-semibold">{paper}</span>{" "}
          <span className="text-soft">
            {brought[key]
              ? `${brought[key].name} is here`
              : `${needed ? "Needed. " : "Where you have it. "}PDF or picture, up to 10 MB`}
          </span>
          <input
            type="file"
            accept=".pdf,.png,.jpg,.jpeg,.webp"
            className="field file:mr-3 file:border-0 file:bg-transparent file:text-harbour file:underline"
            onChange={(event) => void bring(key, event.target.files?.[0])}
          />
        </label>
      ))}
      <Entry
        label="Signed by"
        hint="Your full name. With it you say that these details are right and that you may give them."
        value={filled.signedBy}
        maxLength={120}
        autoComplete="name"
        onChange={(signedBy) => set({ signedBy })}
      />
      {byHand && <DrawnField strokes={drawn} onChange={setDrawn} />}
      <p className="text-sm text-soft">Signed on {sayDate(on)}.</p>
      <Button type="submit" look="solid" disabled={busy}>
        Sign and send
      </Button>
    </Form>
  );
}
