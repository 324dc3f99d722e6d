"use client";

import { useFormContext, useWatch } from "react-hook-form";
import {
  emptyAccount,
  onAccount,
  typedAgain,
  type FieldsOnForm,
  type Known,
  type TypedAccount,
} from "./account-changes";
import { AccountPicker, type FoundAccount } from "./account-picker";
import { Note } from "./fields";
import { useTakingOver } from "./taking-over";

type Begun = { known: Known; account: NonNullable<TypedAccount["account"]> } | null;

/** What the form of an account's change begins with: a change entered before, an account that was chosen, or nothing. */
export function startAccount(
  begun: Begun,
  found: FoundAccount | undefined,
  fields: FieldsOnForm,
  people: Readonly<Record<string, string>> = {},
): TypedAccount {
  if (begun) return typedAgain(begun.known, begun.account, found, fields, people);
  return found ? onAccount(emptyAccount(), found, fields) : emptyAccount();
}

/** Whose account it is, to be chosen until it has been entered, and the note. */
export function AccountHead({
  kind,
  label,
  fixed,
  fields,
}: {
  kind: "customer" | "supplier";
  label: string;
  /** The name of the account of a change that was entered before. */
  fixed: string | undefined;
  fields: FieldsOnForm;
}) {
  const { getValues, reset } = useFormContext<TypedAccount>();
  const account = useWatch<TypedAccount, "account">({ name: "account" });
  const take = useTakingOver();
  return (
    <div className="mt-4 grid gap-4 sm:grid-cols-2">
      {fixed === undefined ? (
        <AccountPicker
          kind={kind}
          label={label}
          value={account}
          onChange={(found) => {
            reset(onAccount(getValues(), found, fields));
            take(found);
          }}
        />
      ) : (
        <p>
          <span className="text-sm font-semibold">{label}</span>
          <span className="block">{fixed}</span>
        </p>
      )}
      <Note />
    </div>
  );
}
