import { isGroup, type Comparison, type Condition } from "../conditions";
import { documentType, documentTypeKeys, typeWords, type OrganisationKind } from "../documents";
import { entryOf, type Attributes, type ListId, type Lists } from "../lists";
import { minorDigits, sizeOf } from "../money";
import type { StartingPolicy } from "./policies";

/** An entry to begin with; amounts in whole units of a currency of the size of a euro. */
type Row = { key: string; name: string; receiptFrom?: number } & Pick<
  Attributes,
  "days" | "firstLimit" | "newSupplier" | "inAllowance"
>;

type KindStart = {
  name: string;
  about: string;
  lists: Partial<Record<ListId, readonly Row[]>>;
};

const named = (...names: string[]): Row[] =>
  names.map((name) => ({ key: name.toLowerCase().replace(/[^a-z]+/g, "-"), name }));
const terms = (...days: number[]): Row[] => days.map((one) => ({ key: `${one}`, name: `${one} days`, days: one }));
const receipts = (...names: string[]): Row[] => named(...names).map((row) => ({ ...row, receiptFrom: 25 }));
const PAPERS: readonly Row[] = [
  { key: "quotation", name: "Quotation" },
  { key: "contract", name: "Contract" },
  { key: "tax-registration", name: "Tax registration", newSupplier: true },
  { key: "bank-letter", name: "Letter of the bank", newSupplier: true },
];
const REASONS = {
  "hold-reasons": named("Dispute with the supplier", "Delivery incomplete", "Waiting for an attachment"),
  "release-reasons": named("Settled", "Attachment has come", "Checked by telephone"),
  "decline-reasons": named("Not in the budget", "Not needed", "Ask for another offer"),
  "send-back-reasons": named("Attachment missing", "Cost centre missing", "Amount not clear"),
};

/** Four kinds of organisation to begin as: with the lists of each. Types of documents have policies that name what these bring. Amounts and names are there to be changed. */
export const ORGANISATION_KINDS = {
  trade: {
    name: "Trade",
    about: "Buys goods to sell them on.",
    lists: {
      "order-categories": named(
        "Goods for resale",
        "Packaging",
        "Freight",
        "Shop and stores",
        "Advertising",
        "External help",
      ),
      "claim-categories": receipts("Travel", "Hotel", "Meals with customers", "Samples", "Other"),
      "payment-terms": terms(14, 30, 60),
      papers: [...PAPERS, { key: "credit-report", name: "Credit report", firstLimit: true }],
      ...REASONS,
    },
  },
  services: {
    name: "Services",
    about: "Sells the work of its people.",
    lists: {
      "order-categories": named("Subcontracted work", "Software and data", "Equipment", "Training", "Rooms and upkeep"),
      "claim-categories": receipts("Travel to clients", "Hotel", "Meals", "Books and courses", "Other"),
      "payment-terms": terms(14, 30),
      papers: PAPERS,
      ...REASONS,
    },
  },
  "public-body": {
    name: "Public body",
    about: "Spends public money, and shows afterwards that it was spent as it should.",
    lists: {
      // The three that public procurement knows: Directive 2014/24/EU, article 2 (from memory).
      "order-categories": named("Works", "Supplies", "Public services"),
      "claim-categories": receipts("Official travel", "Accommodation", "Daily needs", "Other"),
      "payment-terms": terms(30),
      papers: [...PAPERS, { key: "note-of-award", name: "Note of award" }],
      ...REASONS,
    },
  },
  association: {
    name: "Association",
    about: "Lives of contributions and grants, with few who are employed.",
    lists: {
      "order-categories": named("Events", "Projects", "Print and post", "Office", "Rent"),
      "claim-categories": receipts("Fares", "Overnight stay", "Refreshments", "Material", "Other"),
      "payment-terms": terms(14, 30),
      papers: [...PAPERS, { key: "grant-letter", name: "Letter of grant" }],
      ...REASONS,
    },
  },
} as const satisfies Record<OrganisationKind, KindStart>;

export const organisationKinds = Object.keys(ORGANISATION_KINDS) as [OrganisationKind, ...OrganisationKind[]];

/** The lists that a kind of organisation begins with, in whose currency the amounts are, at its size. */
export function listsToBegin(
  kind: OrganisationKind,
  currency: string,
): [list: ListId, rows: ({ key: string; name: string } & Attributes)[]][] {
  const unit = sizeOf(currency) * 10 ** minorDigits(currency);
  const lists: KindStart["lists"] = ORGANISATION_KINDS[kind].lists;
  return (Object.entries(lists) as [ListId, readonly Row[]][]).map(([list, rows]) => [
    list,
    rows.map(({ receiptFrom, ...row }) => ({
      ...row,
      ...(receiptFrom !== undefined && { receiptFrom: { minor: receiptFrom * unit, currency } }),
    })),
  ]);
}

/** Policies to begin with that go with a kind's lists. */
export function policiesOf(kind: OrganisationKind): StartingPolicy[] {
  return documentTypeKeys.flatMap((key) => {
    const plan = documentType(key).startingFor?.[kind];
    return plan ? [{ ...plan, documentType: key }] : [];
  });
}

/** Whether everything that a policy to begin with chooses from is there: what names a category that an organisation has not is not offered to it. */
export function isBrought({ sections, documentType }: StartingPolicy, lists: Lists): boolean {
  const listOf = new Map(typeWords(documentType).fields.map(({ key, list }) => [key, list]));
  const comparisons = (condition: Condition): Comparison[] =>
    isGroup(condition) ? condition.of.flatMap(comparisons) : [condition];
  return sections
    .flatMap(({ when }) => (when === "otherwise" ? [] : comparisons(when)))
    .every((one) => {
      const list = one.kind === "choice" ? listOf.get(one.field) : undefined;
      return one.kind !== "choice" || !list || one.values.every((key) => entryOf(lists, list, key));
    });
}
