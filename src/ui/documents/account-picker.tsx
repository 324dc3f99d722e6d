"use client";

import { useEffect, useId, useState } from "react";

export type FoundAccount = {
  id: string;
  name: string;
  status: "asked for" | "open" | "blocked";
  currency: string;
  group: string;
  fields: Record<string, string | { minor: number; currency: string } | null>;
};

/** Finds a customer or supplier by a part of its name; a list to choose from under a field to type in. */
export function AccountPicker({
  kind,
  label,
  value,
  onChange,
}: {
  kind: "customer" | "supplier";
  label: string;
  value: { id: string; name: string } | null;
  onChange(account: FoundAccount): void;
}) {
  const id = useId();
  const [text, setText] = useState("");
  const [found, setFound] = useState<FoundAccount[]>([]);
  useEffect(() => {
    const stop = new AbortController();
    void fetch(`/api/accounts?kind=${kind}&q=${encodeURIComponent(text)}`, { signal: stop.signal })
      .then(async (response) => setFound(response.ok ? ((await response.json()) as FoundAccount[]) : []))
      .catch(() => {}); // what was asked for before the last letter is not waited for
    return () => stop.abort();
  }, [kind, text]);
  return (
    <div>
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      <div className="flex gap-2">
        <input
          id={id}
          className="field"
          placeholder="Part of the name"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <select
          aria-label={`${label}, found`}
          className="field"
          value={value?.id ?? ""}
          onChange={(event) => {
            const account = found.find((one) => one.id === event.target.value);
            if (account) onChange(account);
          }}
        >
          <option value="">{value ? value.name : "Choose"}</option>
          {found.map((account) => (
            <option key={account.id} value={account.id}>
              {account.name}
              {account.status !== "open" && ` (${account.status})`}
            </option>
          ))}
        </select>
      </div>
    </div>
  );
}
