import type { Db } from "../db/open";
import { dayIn } from "@/core/calendar";
import { partyKey, times, type AnyDocument, type Attachment, type PartySignature } from "@/core/documents";
import { principalsOf, tookOverFrom, type Directory, type Person } from "@/core/people";
import { refuse, type Refusal, type Result, refused } from "@/core/refusal";
import type { DocumentState } from "@/core/approval";
import type { App } from "../app";
import { statement } from "../db/statement";
import { accountByName, readAccount, type Account } from "../ledger/accounts";
import { readReferenceData } from "../reference-data";
import { orderFacts } from "./orders";
import { readState } from "./state";

/**
 * What somebody sends may say only what they may say: their own name, or on behalf of somebody for whom they may enter; the unit of whose document
 * it is, since it chooses the policy and its people; a date that has come; papers they have brought themselves.
 */
export function whyNotTaken(app: App, actor: Person, document: AnyDocument, requester = actor.id): Refusal | null {
  const { directory } = readReferenceData(app);
  const today = dayIn(app.clock.now(), directory.organisation.timeZone);
  if (document.requester !== requester)
    return refuse("forbidden", "A document is entered in one’s own name, or on behalf of somebody", "requester");
  const { onBehalfOf } = document;
  if (
    onBehalfOf !== null &&
    !mayEnterFor(app, actor.id === requester ? actor : directory.person(requester)!, onBehalfOf)
  )
    return refuse(
      "forbidden",
      `Only a clerk, their manager or whoever stands in for them enters on behalf of ${directory.person(onBehalfOf)?.name ?? "somebody unknown"}`,
      "onBehalfOf",
    );
  const owner = directory.person(onBehalfOf ?? requester) ?? actor;
  if (document.unit !== owner.unit) {
    return refuse(
      "forbidden",
      `A document of ${owner.name} belongs to ${directory.unit(owner.unit)?.name ?? owner.unit}`,
      "unit",
    );
  }
  const named = whoIsNamed(document, directory) ?? whyNoChange(app, document);
  if (named) return named;
  if (document.date > today) return refuse("invalid", "A document is not dated later than today", "date");
  return whyNotPapers(app.db, document, actor.id, requester);
}

/** Whether somebody may enter documents on behalf of somebody else. */
export function mayEnterFor(app: App, actor: Person, other: string): boolean {
  const { directory } = readReferenceData(app);
  const person = directory.person(other);
  if (!person || other === actor.id || !directory.isActive(person, app.clock.now())) return false;
  return (
    actor.roles.includes("clerk") ||
    person.manager === actor.id ||
    principalsOf(actor.id, directory, app.clock.now()).includes(other)
  );
}

function whoIsNamed(document: AnyDocument, directory: Directory): Refusal | null {
  if ("receiver" in document && document.receiver && !directory.person(document.receiver))
    return refuse("unknown", "The receiver is nobody known here; choose somebody from the list", "receiver");
  if (document.documentType !== "expense-claim") return null;
  const payee = directory.person(document.payee);
  if (!payee) return refuse("unknown", "The payee is nobody known here; choose somebody from the list", "payee");
  const { requester, onBehalfOf } = document;
  const spender = onBehalfOf ?? requester;
  if (document.payee === spender) return null;
  const name = directory.person(spender)?.name ?? spender;
  return refuse("forbidden", `A claim is paid to whoever it is for, so that this one goes to ${name}`, "payee");
}

/** A change stands in the place of an order, so that it is of whoever ordered it, and with whom it was ordered. */
function whyNoChange(app: App, document: AnyDocument): Refusal | null {
  if (document.documentType !== "purchase-order" || !document.changeOf) return null;
  const changed = readState(app.db, document.changeOf.toLowerCase());
  // One that is not there, or not approved, is remarked on where the document is looked at.
  if (changed?.document.documentType !== "purchase-order") return null;
  const { number, document: order } = changed;
  if (order.changeOf)
    return refuse("invalid", `${number} is itself a change of ${order.changeOf}; change ${order.changeOf}`, "changeOf");
  const of = [document.requester, document.onBehalfOf].flatMap((one) =>
    one ? [one, ...tookOverFrom(one, readReferenceData(app).directory, app.clock.now())] : [],
  );
  if (![order.requester, order.onBehalfOf].some((one) => one !== null && of.includes(one)))
    return refuse("forbidden", `${number} is changed by whoever ordered it; enter an order of your own`, "changeOf");
  if (partyKey(order.supplier) !== partyKey(document.supplier))
    return refuse(
      "invalid",
      `${number} is an order with ${order.supplier}, and so is a change of it; order from somebody else in an order of its own`,
      "supplier",
    );
  return whyNotKept(app, document, number);
}

/** What has come in or was charged stays where it is in a change of its order, since receipts and invoices go by the number of the line. */
function whyNotKept(
  app: App,
  change: Extract<AnyDocument, { documentType: "purchase-order" }>,
  number: string,
): Refusal | null {
  const order = orderFacts(app.db, number, null);
  const used = (order?.lines ?? []).flatMap((line, index) => {
    const came = Math.max(times(line.received, 10_000), times(line.invoiced, 10_000));
    return came > 0 ? [{ line, index, came }] : [];
  });
  for (const { line, index, came } of used) {
    const now = change.lines[index];
    if (!now || now.description.trim() !== line.description.trim())
      return refuse(
        "invalid",
        `Line ${index + 1}, “${line.description}”, has come in or was charged already: leave it in its place, and add what is new at the end`,
        `lines.${index}.description`,
      );
    if (times(now.quantity, 10_000) < came)
      return refuse(
        "invalid",
        `Line ${index + 1}: ${came / 10_000} have come in or were charged already, so that no fewer can be ordered`,
        `lines.${index}.quantity`,
      );
  }
  return null;
}

/** A paper that is supplied later was brought by whoever supplies it, and is not one that another document stands on. */
export function whyNotSupplied(app: App, actor: Person, state: DocumentState, attachment: Attachment): Refusal | null {
  const { requester } = state.document;
  const wrong = whyNotPapers(app.db, { attachments: [attachment] }, actor.id, requester);
  if (wrong) return wrong;
  const other = statement(
    app.db,
    "SELECT d.number FROM claim_receipt c JOIN document d ON d.id = c.document WHERE c.hash = ? AND c.document <> ? LIMIT 1",
  )
    .pluck()
    .get(attachment.hash, state.id) as string | undefined;
  return other ? refuse("duplicate", `The same receipt stands on ${other} already`, "attachment") : null;
}

type WithPapers = Pick<AnyDocument, "attachments">;

function whyNotPapers(db: Db, document: WithPapers, by: string, requester: string): Refusal | null {
  const find = statement(
    db,
    `SELECT 1 FROM attachment a JOIN upload u ON u.hash = a.hash
     WHERE a.hash = @hash AND a.type = @type AND a.size = @size AND u.person IN (@by, @requester)`,
  );
  const foreign = document.attachments.find(({ hash, type, size }) => !find.get({ hash, type, size, by, requester }));
  return foreign
    ? refuse("attachment", `${foreign.name} has not been uploaded by you; attach it again`, "attachments")
    : null;
}

/**
 * A document is on its account as that stands, whatever was sent: a supplier has the account's name; changes of an account begin from the old values, name and
 * currency that it has, and it says whether it is new.
 */
export function onItsAccount(app: App, document: AnyDocument): Result<AnyDocument> {
  if (document.documentType === "credit-limit-change") {
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
  }
  if (document.documentType === "supplier-account") {
    const account = readAccount(app.db, document.supplier);
    if (account?.kind !== "supplier") return unknown("supplier", document.supplier);
    const { name, currency, status } = account;
    const opening = status === "asked for";
    const { partySignature: _, ...rest } = document;
    const signed = isAsSigned(document, account);
    const filledInBy = signed ? account.signed!.signedBy : "";
    const changes = fromNow(document.changes, account);
    const value = {
      ...rest,
      ...whoSigned(document, account),
      supplierName: name,
      currency,
      opening,
      filledInBy,
      changes,
    };
    return { ok: true, value };
  }
  if (document.documentType === "purchase-order") {
    const changeOf = document.changeOf && asNumbered(app.db, document.changeOf);
    return { ok: true, value: { ...document, ...namedSupplier(app.db, document), ...(changeOf && { changeOf }) } };
  }
  if (document.documentType === "supplier-invoice") {
    const orderNumber = document.orderNumber && asNumbered(app.db, document.orderNumber);
    return { ok: true, value: { ...document, ...namedSupplier(app.db, document), orderNumber } };
  }
  return { ok: true, value: document };
}

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
  refused("unknown", `There is no ${path ? kind : `${kind} account`} “${id}”; choose one from the list`, path ?? kind);

type LimitChange = Extract<AnyDocument, { documentType: "credit-limit-change" }>;

/** With what a change of a limit began: an order stopped for credit must be one of this customer’s; null where it is none. */
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

type OfAccount = Extract<AnyDocument, { documentType: keyof typeof FORM_FIELDS }>;

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
