"use client";

import { useBegun } from "../begun";
import { Chooser } from "../chooser";
import type { FoundAccount } from "../documents/account-picker";
import { findAt, type Listed } from "../picker";

/** A customer or supplier by whom a list is narrowed: found by letters, or typed exactly as documents name it. */
export function PartyFilter({
  name,
  label,
  value: chosen = "",
}: {
  name: string;
  label: string;
  value?: string | undefined;
}) {
  const [value, setValue] = useBegun(chosen);
  return (
    <div className="w-52">
      <Chooser
        label={label}
        labelClass="text-sm text-soft"
        value={value}
        onType={setValue}
        onChoose={({ name: party }) => setValue(party)}
        find={find}
      />
      <input type="hidden" name={name} value={value} />
    </div>
  );
}

async function find(text: string, signal: AbortSignal): Promise<Listed[]> {
  const kinds = ["supplier", "customer"] as const;
  const found = await Promise.all(
    kinds.map((kind) => findAt<FoundAccount>("/api/accounts", { kind, q: text }, signal)),
  );
  return found.flatMap((accounts, index) =>
    accounts
      .slice(0, 8)
      .map(({ id, name, lately }) => ({ id: `${kinds[index]} ${id}`, name, lately, about: kinds[index]! })),
  );
}
