"use client";

import Link from "next/link";
import { useRef } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { findAt, type Listed } from "../picker";
import { Chooser } from "../chooser";
import type { FoundAccount } from "./account-picker";
import { useTakingOver } from "./taking-over";

const orders = async (text: string, signal: AbortSignal): Promise<Listed[]> => {
  type Found = { number: string; title: string; supplier: string };
  const found = await findAt<Found>("/api/orders", { q: text }, signal);
  return found.map(({ number, title, supplier }) => ({ id: number, name: number, about: `${title}, ${supplier}` }));
};

type Props = { bad: ReadonlySet<string | undefined> };

/** The supplier of a document: one that has an account, or another, which is then said. */
export function SupplierField({ bad }: Props) {
  const { setValue, control } = useFormContext();
  const value = (useWatch({ control, name: "supplier" }) ?? "") as string;
  const set = (name: string) => setValue("supplier", name, { shouldDirty: true });
  const take = useTakingOver();
  const known = useRef(new Map<string, FoundAccount>());
  const find = async (text: string, signal: AbortSignal): Promise<Listed[]> => {
    const found = await findAt<FoundAccount>("/api/accounts", { kind: "supplier", q: text }, signal);
    for (const account of found) known.current.set(account.id, account);
    return found
      .slice(0, 8)
      .map(({ id, name, status, lately }) => ({ id, name, lately, about: status === "open" ? "" : status }));
  };
  return (
    <Chooser
      label="Supplier"
      name="supplier"
      value={value}
      maxLength={120}
      onType={set}
      onChoose={(one) => {
        set(one.name);
        take(known.current.get(one.id)!);
      }}
      find={find}
      invalid={bad.has("supplier")}
      unknown={
        <>
          No supplier has this name yet. <Link href="/accounts/ask">Request a supplier or customer</Link>
        </>
      }
    />
  );
}

/** The order that an invoice charges. @param onChoose what the invoice takes over from it */
export function OrderField({ bad, onChoose }: Props & { onChoose(number: string): void }) {
  const { setValue, control } = useFormContext();
  const value = (useWatch({ control, name: "orderNumber" }) ?? "") as string;
  return (
    <Chooser
      label="Our order"
      name="orderNumber"
      value={value}
      maxLength={20}
      placeholder="PO-00012"
      onType={(text) => setValue("orderNumber", text, { shouldDirty: true })}
      onChoose={({ name }) => {
        setValue("orderNumber", name, { shouldDirty: true });
        onChoose(name);
      }}
      find={orders}
      invalid={bad.has("orderNumber")}
      unknown="There is no approved order of this number"
    />
  );
}
