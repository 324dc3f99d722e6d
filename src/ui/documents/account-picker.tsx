"use client";

import Link from "next/link";
import type { AccountValue } from "@/core/documents";
import { useRef, useState } from "react";
import { Chooser } from "../chooser";
import { findAt } from "../picker";

export type FoundAccount = {
  id: string;
  name: string;
  status: "asked for" | "open" | "blocked";
  currency: string;
  group: string;
  /** Whether whoever looks dealt with it lately. */
  lately?: boolean;
  fields: Record<string, AccountValue>;
  /** Names of people whom it names in the organisation's own fields, by their ids. */
  people: Record<string, string>;
};

/** Finds a customer or supplier by a part of its name. What is typed chooses nothing until one of those found is taken. */
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
  const [text, setText] = useState(value?.name ?? "");
  const known = useRef(new Map<string, FoundAccount>());
  const find = async (typed: string, signal: AbortSignal) => {
    const found = await findAt<FoundAccount>("/api/accounts", { kind, q: typed }, signal);
    for (const account of found) known.current.set(account.id, account);
    return found.map(({ id, name, status, group, lately }) => ({
      id,
      name,
      lately,
      about: status === "open" ? group : status,
    }));
  };
  return (
    <div>
      <Chooser
        label={label}
        value={text}
        placeholder="A few letters of the name"
        onType={setText}
        onChoose={({ id, name }) => {
          setText(name);
          onChange(known.current.get(id)!);
        }}
        find={find}
        unknown={
          <>
            No {kind} is called so. <Link href="/accounts/ask">Request a supplier or customer</Link>
          </>
        }
      />
      {value && value.name !== text && <p className="text-sm text-soft">Chosen is still {value.name}.</p>}
    </div>
  );
}
