import { z } from "zod";
import { money } from "../../money";
import {
  MOST_CHANGES,
  SupplierChangeSchema,
  afterOf,
  asAmount,
  compareChanges,
  factsOfChanges,
  namesOfChanged,
  partsOfChanges,
  shownChanges,
  withAccountValues,
} from "../account-changes";
import { accountLabel, type SupplierField } from "../account-fields";
import type { EvaluationContext } from "../context";
import { NamedPapersSchema, PartySignatureSchema, basicFields, sampleBasics, written, wrongChanges } from "../parts";
import { termsPicked } from "../picks";
import type { DocumentType, MissingItem, Remark } from "../registry";
import { differences, papers, text } from "../shown";
import { supplierAccountStart } from "./starting";

/** What a new account needs before it can be opened. */
export const REQUIRED_OF_SUPPLIER: readonly SupplierField[] = ["name", "taxNumber", "address", "bankAccount"];

export const SupplierAccountSchema = z
  .strictObject({
    documentType: z.literal("supplier-account"),
    ...basicFields,
    supplier: z.string().min(1).max(80).meta({ description: "Id of the supplier's account" }),
    supplierName: written(120),
    opening: z.boolean().default(false).meta({ description: "A new account, not a change of one" }),
    filledInBy: written(120).default("").meta({ description: "Who of the supplier filled it in and signed" }),
    partySignature: PartySignatureSchema.optional(),
    papers: NamedPapersSchema.optional(),
    changes: z.array(SupplierChangeSchema).max(MOST_CHANGES),
  })
  .superRefine(withAccountValues("supplier"));
export type SupplierAccount = z.infer<typeof SupplierAccountSchema>;

/**
 * Whether an account that is stated on paper is another than the one that is known, however it is spaced and written.
 * @param known empty where none is known
 */
export function isOtherBank(stated: string, known: string): boolean {
  const plain = (account: string) => account.replace(/[^\p{L}\p{N}]/gu, "").toUpperCase();
  return plain(stated) !== "" && plain(stated) !== plain(known);
}

const after = (account: SupplierAccount, field: SupplierField) => afterOf(account.changes, field);

function missing(account: SupplierAccount): MissingItem[] {
  const items: MissingItem[] = [];
  if (account.changes.length === 0) items.push({ path: "changes", why: { code: "no field changed" } });
  items.push(...wrongChanges(account.changes, (field) => accountLabel("supplier", field)));
  if (account.opening)
    for (const field of REQUIRED_OF_SUPPLIER)
      // It was asked for by its name, which it need not change.
      if (!after(account, field) && !(field === "name" && account.supplierName.trim()))
        items.push({
          path: `fields.${field}`,
          why: { code: "needed for a new account", values: { label: accountLabel("supplier", field) } },
        });
  return items;
}

function remarks(account: SupplierAccount, { around }: EvaluationContext): Remark[] {
  const found: Remark[] = [];
  if (!account.opening && after(account, "bankAccount"))
    found.push({
      about: "bank details",
      grave: true,
      why: { code: "would be paid elsewhere", values: { party: account.supplierName } },
    });
  if (account.opening && !account.filledInBy)
    found.push({ about: "not signed", grave: false, why: { code: "not signed by the party" } });
  if (around.supplier?.status === "blocked")
    found.push({
      about: "supplier not open",
      grave: true,
      why: { code: "account blocked", values: { party: account.supplierName } },
    });
  return found;
}

export const supplierAccountType: DocumentType<SupplierAccount> = {
  key: "supplier-account",
  name: { one: "supplier account", many: "supplier accounts", prefix: "SA" },
  heading: "Supplier accounts",
  about: "Other details of a supplier, its bank account above all.",
  needs: "A supplier who has an account, what is to change, and the paper that says so.",
  example: "Another bank account, with the supplier’s letter about it.",
  starting: supplierAccountStart,
  steps: ["apply changes"],
  account: "supplier",
  partyForm: "supplier",
  refers: ({ supplier }) => supplier,
  around: ({ supplier: id, opening }) => ({
    account: { kind: "supplier", id },
    ...(opening && { papersFor: { what: "newSupplier", beforeSending: true } }),
  }),
  lookedUp: () => ({}),
  outside: ({ supplier: id }) => ({ account: { kind: "supplier", id }, called: "your account", reference: "" }),
  posting: () => null,
  paidTo: () => null,
  changesAccount: ({ supplier }) => supplier,
  schema: SupplierAccountSchema,
  fields: [
    { key: "supplier", kind: "text", label: "supplier", always: true },
    { key: "opening", kind: "flag", label: "new account" },
    { key: "signedBySupplier", kind: "flag", label: "form signed by the supplier" },
    { key: "name", kind: "text", label: "name of the supplier", controlled: true },
    { key: "taxNumber", kind: "text", label: "tax number", controlled: true },
    { key: "address", kind: "text", label: "address", controlled: true },
    { key: "email", kind: "text", label: "e-mail of the supplier", controlled: true },
    { key: "bankAccount", kind: "text", label: "bank account", controlled: true },
    { key: "paymentTerms", kind: "choice", label: "payment terms", controlled: true, list: "payment-terms" },
    { key: "limit", kind: "amount", label: "own invoice limit", controlled: true },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
  ],
  facts: (account) => ({
    supplier: account.supplierName,
    opening: account.opening,
    signedBySupplier: account.filledInBy !== "",
    ...factsOfChanges(account.changes, account.currency),
    currency: account.currency,
    unit: account.unit,
    requester: account.requester,
  }),
  measures: [
    {
      key: "limit",
      label: "own invoice limit",
      of: (account, { around }) => {
        const asked = asAmount(after(account, "limit"));
        const amount = asked ?? around.supplier?.limit ?? money(0, account.currency);
        return { amount, how: { code: "largest invoice", values: { amount } } };
      },
    },
  ],
  missing,
  lines: (account) => shownChanges("supplier", account.changes),
  changes: (before, now) => {
    const compared = differences();
    const { found, compare } = compared;
    compareChanges("supplier", compared, before, now, null);
    compare("Note", text(before.note), text(now.note));
    compare("Papers", papers(before.attachments), papers(now.attachments));
    return found;
  },
  party: (account) => account.supplier,
  amountKeys: ["minor"],
  parts: (account) => (account.opening ? [] : partsOfChanges("supplier", account.changes)),
  without: (account, refused) => ({
    ...account,
    changes: account.changes.filter((one) => !refused.some((part) => part.part === one.field)),
  }),
  remarks,
  picks: (account) => termsPicked(account.changes),
  taxed: () => [],
  concerns: (account) => ({ supplier: [account.supplierName] }),
  peopleFields: {},
  named: () => ({}),
  interested: () => [],
  shows: "net",
  sample: (known) => ({
    documentType: "supplier-account",
    ...sampleBasics(known),
    supplier: "trial",
    supplierName: known.party || "Trial",
    opening: true,
    filledInBy: "",
    changes: [{ field: "limit", before: null, after: money(known.minor, known.currency) }],
  }),
  headline: (account) => {
    const amount = asAmount(after(account, "limit")) ?? money(0, account.currency);
    const fields = namesOfChanged("supplier", account.changes);
    const title = account.title || (account.opening ? "New account" : `Change of ${fields || "nothing"}`);
    return { title, party: account.supplierName, net: amount, tax: money(0, amount.currency), gross: amount };
  },
};
