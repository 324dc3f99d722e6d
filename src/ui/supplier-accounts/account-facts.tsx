import { SUPPLIER_FIELDS, type SupplierAccount } from "@/core/documents";
import { sayDate } from "@/core/text";
import { PartySigned } from "../document/drawn-image";
import { Particulars, ownOf, ownOfAccount, peopleOf, type FactsProps } from "../document/facts";
import { FieldChanges } from "../document/field-changes";

export function AccountFacts({ document: account, refused, words }: FactsProps<SupplierAccount>) {
  return (
    <FieldChanges
      title={account.opening ? "New supplier" : "Fields to change"}
      changes={account.changes}
      labels={SUPPLIER_FIELDS}
      refused={refused}
      currency={account.currency}
      words={words}
    />
  );
}

export function AccountParticulars({ document: account, id, names, looking, words }: FactsProps<SupplierAccount>) {
  const status = looking.around.supplier?.status;
  return (
    <Particulars
      items={[
        ["Supplier", account.supplierName],
        [
          "Account",
          status && { open: "open", blocked: "blocked", "asked for": "blocked until it is approved" }[status],
        ],
        [
          "Filled in by",
          account.filledInBy && (
            <>
              {account.filledInBy}, through an invitation
              <PartySigned document={id} signature={account.partySignature} />
            </>
          ),
        ],
        ["Dated", sayDate(account.date)],
        ...peopleOf(account, names),
        ...ownOf(account, words),
        ...ownOfAccount(looking, words, account.changes),
      ]}
      note={account.note}
    />
  );
}
