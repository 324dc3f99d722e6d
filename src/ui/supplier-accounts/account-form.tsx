"use client";

import { useWatch } from "react-hook-form";
import { SUPPLIER_FIELDS, type SupplierAccount } from "@/core/documents";
import {
  accountBasics,
  emptyAccount,
  onAccount,
  readChanges,
  typedAgain,
  type TypedAccount,
} from "../documents/account-changes";
import { AccountFields } from "../documents/account-fields";
import { AccountPicker, type FoundAccount } from "../documents/account-picker";
import { Note } from "../documents/fields";
import { FormFrame } from "../documents/form-frame";
import { Papers } from "../documents/papers";
import { useDocumentForm, type FormStart } from "../documents/use-document-form";

const isAmount = (field: string) => field === "limit";

/** A change of a supplier's particulars, which counts once it is approved. */
export function AccountForm(props: FormStart<SupplierAccount> & { account?: FoundAccount | undefined }) {
  const { initial, account, requester, today } = props;
  const model = useDocumentForm<TypedAccount>(props, {
    key: account ? `supplier-${account.id}` : "supplier",
    empty: initial
      ? typedFrom(initial, account)
      : account
        ? onAccount(emptyAccount(), account, SUPPLIER_FIELDS)
        : emptyAccount(),
    read: (typed) => readAccount(typed, requester, today, initial),
  });
  const typed = useWatch({ control: model.form.control }) as TypedAccount;
  const { document } = readAccount(typed, requester, today, initial);
  const bad = new Set(model.refusals.map((refusal) => refusal.path));
  const bank = document.changes.some((one) => one.field === "bankAccount");
  return (
    <FormFrame
      start={props}
      one="supplier account change"
      {...model}
      amount=""
      aside={bank ? "another bank account: call them back on a number you know" : ""}
    >
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        {initial ? (
          <p>
            <span className="text-sm font-semibold">Supplier</span>
            <span className="block">{initial.supplierName}</span>
          </p>
        ) : (
          <AccountPicker
            kind="supplier"
            label="Supplier"
            value={typed.account}
            onChange={(found) => model.form.reset(onAccount(model.form.getValues(), found, SUPPLIER_FIELDS))}
          />
        )}
        <Note />
      </div>
      <AccountFields fields={SUPPLIER_FIELDS} isAmount={isAmount} bad={bad} />
      <Papers />
    </FormFrame>
  );
}

function typedFrom(document: SupplierAccount, found: FoundAccount | undefined): TypedAccount {
  const { supplier: id, supplierName: name, opening, currency } = document;
  return typedAgain(document, { id, name, status: opening ? "asked for" : "open", currency }, found, SUPPLIER_FIELDS);
}

function readAccount(typed: TypedAccount, who: { id: string; unit: string }, today: string, initial?: SupplierAccount) {
  const { changes, problems } = readChanges(typed, SUPPLIER_FIELDS, isAmount);
  if (!typed.account) problems.unshift({ code: "missing", message: "Choose the supplier", path: "supplier" });
  const document: SupplierAccount = {
    documentType: "supplier-account",
    ...accountBasics(typed, who, today, initial),
    supplier: typed.account?.id ?? "unknown",
    supplierName: typed.account?.name ?? "",
    opening: typed.account?.status === "asked for",
    filledInBy: initial?.filledInBy ?? "",
    changes: changes as SupplierAccount["changes"],
  };
  return { document, problems };
}
