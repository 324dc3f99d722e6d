import type { AnyDocument, PartySignature } from "@/core/documents";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { accountByName, readAccount, type Account } from "../ledger/accounts";

/** One type of document, as it is entered. */
type Typed<K> = Extract<AnyDocument, { documentType: K }>;

/** What of a document goes by what is known here, whatever was sent; a type that is not in it goes by nothing but itself. */
type Known = { [K in AnyDocument["documentType"]]?: (app: App, document: Typed<K>) => Result<AnyDocument> };

/**
 * A document is on its account as that stands, whatever was sent: a supplier has the account's name; changes of an account begin from the old values, name and
 * currency that it has, and it says whether it is new.
 */
export function onItsAccount(app: App, document: AnyDocument): Result<AnyDocument> {
  // Each type has its line with its own documents; the compiler cannot follow the two together.
  const known = KNOWN[document.documentType] as ((app: App, document: AnyDocument) => Result<AnyDocument>) | undefined;
  return known ? known(app, document) : { ok: true, value: document };
}

const KNOWN: Known = {
  "credit-limit-change": (app, document) => {
    const account = readAccount(app.db, document.customer);
    if (account?.kind !== "customer") return unknown("customer", document.customer);
    const { name, currency, status } = account;
    const first = status === "asked for";
    const changes = fromNow(document.changes, account);
    const begun = begunWith(app.db, document);
    if (!begun) return unknown("stopped order", document.stoppedOrder ?? "", "stoppedOrder");
    const { partySignature: _, ...rest } = document;
    const value = { ...rest, ...begun, ...whoSigned(document, account), customerName: name, currency, first, changes };
    return { ok: true, value };
  },
  "supplier-account": (app, document) => {
    const account = readAccount(app.db, document.supplier);
    if (account?.kind !== "supplier") return unknown("supplier", document.supplier);
    const { name, currency, status } = account;
    const opening = status === "asked for";
    const { partySignature: _, ...rest } = document;
    const filledInBy = isAsSigned(document, account) ? account.signed!.signedBy : "";
    const changes = fromNow(document.changes, account);
    const signed = whoSigned(document, account);
    return { ok: true, value: { ...rest, ...signed, supplierName: name, currency, opening, filledInBy, changes } };
  },
  "purchase-order": (app, document) => {
    const changeOf = document.changeOf && asNumbered(app.db, document.changeOf);
    return { ok: true, value: { ...document, ...namedSupplier(app.db, document), ...(changeOf && { changeOf }) } };
  },
  "supplier-invoice": (app, document) => {
    const orderNumber = document.orderNumber && asNumbered(app.db, document.orderNumber);
    return { ok: true, value: { ...document, ...namedSupplier(app.db, document), orderNumber } };
  },
};

/** One supplier has one name here, however it was typed. */
function namedSupplier(db: Db, { supplier }: { supplier: string }): { supplier: string } {
  return { supplier: (supplier && accountByName(db, "supplier", supplier)?.name) || supplier };
}

/** A document has one number here, however it was typed: by it is found what else charges or changes it. */
function asNumbered(db: Db, typed: string): string {
  const known = statement(db, "SELECT number FROM document WHERE id = ?").pluck().get(typed.trim().toLowerCase());
  return (known as string | undefined) ?? typed.trim();
}

const unknown = (kind: string, id: string, path?: string): Result<never> =>
  refused(path ? "no such choice" : "no such account", { kind, id }, path ?? kind);

type LimitChange = Typed<"credit-limit-change">;

/** With what a change of a limit began: a sales order on credit hold must be one of this customer’s; null where it is none. */
function begunWith(
  db: Db,
  { customer, origin, stoppedOrder }: LimitChange,
): Pick<LimitChange, "origin" | "stoppedOrder"> | null {
  if (!stoppedOrder) return { origin: origin === "stopped order" ? "by hand" : origin, stoppedOrder: null };
  const known = statement(
    db,
    "SELECT 1 FROM sales_order WHERE id = ? AND customer = ? AND (status = 'stopped' OR freed_at IS NOT NULL)",
  ).get(stoppedOrder, customer);
  return known ? { origin: "stopped order", stoppedOrder } : null;
}

/** Fields of the other party's form as its account has them. */
const FORM_FIELDS = {
  "supplier-account": {
    name: "name",
    taxNumber: "taxNumber",
    address: "address",
    email: "email",
    bankAccount: "bankAccount",
  },
  "credit-limit-change": { address: "invoiceAddress", bankAccount: "bankAccount", email: "email" },
} as const;

type OfAccount = Typed<keyof typeof FORM_FIELDS>;

/**
 * Whether a document says what the other party signed: not any more, as soon as a field of their form, filled in or left empty, or a paper is another. Fields that
 * their form has not, such as a limit, are ours.
 */
function isAsSigned(document: OfAccount, { signed }: Account): boolean {
  if (!signed) return false;
  const says = new Map<string, unknown>(document.changes.map(({ field, after }) => [field, after]));
  const papers = new Set(document.attachments.map(({ hash }) => hash));
  const fields = signed.fields as Readonly<Record<string, unknown>>;
  return (
    Object.entries(FORM_FIELDS[document.documentType]).every(
      ([form, field]) => (says.get(field) || "") === (fields[form] || ""),
    ) && signed.attachments.every((hash) => papers.has(hash))
  );
}

/** By whom of the other party and when; nothing where something is another than they signed, or there is an account already. */
function whoSigned(document: OfAccount, account: Account): { partySignature?: PartySignature } {
  const signature = account.status === "asked for" ? account.signed?.signature : undefined;
  return signature && isAsSigned(document, account) ? { partySignature: signature } : {};
}

function fromNow<C extends { field: string; before: unknown }>(changes: readonly C[], { fields }: Account): C[] {
  return changes.map((change) => ({
    ...change,
    before: fields[change.field as keyof Account["fields"]] ?? null,
  }));
}
