"use client";

import { useWatch } from "react-hook-form";
import { SUPPLIER_FIELDS, type SupplierAccount } from "@/core/documents";
import { refuse } from "@/core/words";
import {
  accountBasics,
  papersOf,
  readChanges,
  type FieldsOnForm,
  type TypedAccount,
} from "../documents/account-changes";
import { AccountFields, AccountOwnFields } from "../documents/account-fields";
import { BeforeAccount } from "../documents/before-account";
import { AccountHead, startAccount } from "../documents/account-head";
import type { FoundAccount } from "../documents/account-picker";
import { FormFrame } from "../documents/form-frame";
import { OwnFields } from "../documents/own-fields";
import { Papers } from "../documents/papers";
import { RequiredPapers } from "../documents/required-papers";
import { accountFieldsOn, useDocumentForm, type FormStart } from "../documents/use-document-form";

const isAmount = (field: string) => field === "limit";

/** A change of a supplier's particulars, which counts once it is approved. */
export function AccountForm(props: FormStart<SupplierAccount> & { account?: FoundAccount | undefined }) {
  const { initial, account } = props;
  const fields = fieldsOf(props);
  const model = useDocumentForm<TypedAccount>(props, {
    key: account ? `supplier-${account.id}` : "supplier",
    empty: startAccount(initial ? begun(initial) : null, account, fields, props.people),
    read: (typed) => readAccount(typed, props),
  });
  const typed = useWatch({ control: model.form.control }) as TypedAccount;
  const { document } = readAccount(typed, props);
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
      <AccountHead kind="supplier" label="Supplier" fixed={initial?.supplierName} fields={fields} />
      {typed.account ? (
        <AccountFields fields={SUPPLIER_FIELDS} isAmount={isAmount} bad={bad} />
      ) : (
        <BeforeAccount type="supplier-account" fields={SUPPLIER_FIELDS} last={props.last ?? []} />
      )}
      <AccountOwnFields />
      <OwnFields />
      <Papers>{typed.account?.status === "asked for" && <RequiredPapers what="newSupplier" />}</Papers>
    </FormFrame>
  );
}

function begun(known: SupplierAccount) {
  const { supplier: id, supplierName: name, opening, currency } = known;
  return { known, account: { id, name, status: opening ? "asked for" : "open", currency } };
}

function readAccount(typed: TypedAccount, start: FormStart<SupplierAccount>) {
  const { requester, today, initial, homeCurrency } = start;
  const { changes, problems } = readChanges(typed, fieldsOf(start), isAmount, homeCurrency);
  if (!typed.account) problems.unshift(refuse("no supplier chosen", null, "supplier"));
  const document: SupplierAccount = {
    documentType: "supplier-account",
    ...accountBasics(typed, requester, today, initial, homeCurrency),
    supplier: typed.account?.id ?? "unknown",
    supplierName: typed.account?.name ?? "",
    opening: typed.account?.status === "asked for",
    filledInBy: initial?.filledInBy ?? "",
    changes: changes as SupplierAccount["changes"],
    papers: papersOf(typed),
  };
  return { document, problems };
}

/** The fields of the account: the program's, and the organisation's own. */
function fieldsOf({ fields, today }: Pick<FormStart, "fields" | "today">): FieldsOnForm {
  return { fields: SUPPLIER_FIELDS, own: accountFieldsOn(fields, "supplier-account", today) };
}
