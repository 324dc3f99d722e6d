"use client";

import { useWatch } from "react-hook-form";
import { CUSTOMER_FIELDS, asAmount, isAmountField, type CreditLimitChange, type CustomerField } from "@/core/documents";
import { formatMoney } from "@/core/money";
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

const isAmount = (field: string) => isAmountField(field as CustomerField);

/** A change of a customer's limit, terms and other controlled fields. */
export function LimitForm(props: FormStart<CreditLimitChange> & { account?: FoundAccount | undefined }) {
  const { initial, account } = props;
  const fields = fieldsOf(props);
  const model = useDocumentForm<TypedAccount>(props, {
    key: account ? `limit-${account.id}` : "limit",
    empty: typedFrom(props),
    read: (typed) => readLimit(typed, props),
  });
  const typed = useWatch({ control: model.form.control }) as TypedAccount;
  const { document } = readLimit(typed, props);
  const limit = asAmount(document.changes.find((one) => one.field === "limit")?.after);
  const bad = new Set(model.refusals.map((refusal) => refusal.path));
  return (
    <FormFrame
      start={props}
      one="credit-limit change"
      {...model}
      amount={limit ? formatMoney(limit) : ""}
      aside={document.changes.length === 1 ? "1 field is changed" : `${document.changes.length} fields are changed`}
    >
      <AccountHead kind="customer" label="Customer" fixed={initial?.customerName} fields={fields} />
      {typed.account?.status === "asked for" && (
        <p className="mt-3 border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
          {typed.account.name} is a new customer: its account stays blocked until this is approved, and opens by itself
          then.
        </p>
      )}
      {typed.account ? (
        <AccountFields fields={CUSTOMER_FIELDS} isAmount={isAmount} bad={bad} />
      ) : (
        <BeforeAccount type="credit-limit-change" fields={CUSTOMER_FIELDS} last={props.last ?? []} />
      )}
      <AccountOwnFields />
      <OwnFields />
      <Papers>{typed.account?.status === "asked for" && <RequiredPapers what="firstLimit" />}</Papers>
    </FormFrame>
  );
}

function typedFrom(start: FormStart<CreditLimitChange> & { account?: FoundAccount | undefined }): TypedAccount {
  const { initial: known, account: found, people } = start;
  const fields = fieldsOf(start);
  if (!known) return startAccount(null, found, fields);
  const { customer: id, customerName: name, first, currency } = known;
  const account = { id, name, status: first ? "asked for" : "open", currency };
  return startAccount({ known, account }, found, fields, people);
}

function readLimit(typed: TypedAccount, start: FormStart<CreditLimitChange>) {
  const { requester, today, initial, homeCurrency } = start;
  const { changes, problems } = readChanges(typed, fieldsOf(start), isAmount, homeCurrency);
  if (!typed.account) problems.unshift(refuse("no customer chosen", null, "customer"));
  const document: CreditLimitChange = {
    documentType: "credit-limit-change",
    ...accountBasics(typed, requester, today, initial, homeCurrency),
    customer: typed.account?.id ?? "unknown",
    customerName: typed.account?.name ?? "",
    first: typed.account?.status === "asked for",
    origin: initial?.origin ?? "by hand",
    stoppedOrder: initial?.stoppedOrder ?? null,
    changes: changes as CreditLimitChange["changes"],
    papers: papersOf(typed),
  };
  return { document, problems };
}

/** The fields of the account: the program's, and the organisation's own. */
function fieldsOf({ fields, today }: Pick<FormStart, "fields" | "today">): FieldsOnForm {
  return { fields: CUSTOMER_FIELDS, own: accountFieldsOn(fields, "credit-limit-change", today) };
}
