import { z } from "zod";
import { beforeKey, sameValue, type Facts } from "../../conditions";
import { bare, money, MoneySchema, trySum, type Money } from "../../money";
import { CUSTOMER_FIELDS, isAmountField, type CustomerField } from "../account-fields";
import type { CustomerFacts, EvaluationContext } from "../context";
import {
  MOST_MINOR,
  NamedPapersSchema,
  PartySignatureSchema,
  basicFields,
  notAttached,
  sampleBasics,
  written,
  wrongChanges,
} from "../parts";
import { differences, papers, shownValue, text, type Change, type Shown } from "../shown";
import { termsPicked } from "../picks";
import type { DocumentType, Measured, MissingItem, Part, RefusedPart, Remark } from "../registry";
import { limitStart } from "./starting";
import { capital } from "../../text";

const Value = z.union([written(200), MoneySchema]).nullable();

export const FieldChangeSchema = z.strictObject({
  field: z.enum(Object.keys(CUSTOMER_FIELDS) as [CustomerField]),
  before: Value,
  after: Value,
});
/** One controlled field, old and new; an amount is money, everything else is text; null is none. */
export type FieldChange = z.infer<typeof FieldChangeSchema>;

export const CreditLimitChangeSchema = z
  .strictObject({
    documentType: z.literal("credit-limit-change"),
    ...basicFields,
    customer: z.string().min(1).max(80).meta({ description: "Id of the customer's account" }),
    customerName: written(120),
    first: z.boolean().default(false).meta({ description: "The first limit of a new customer" }),
    origin: z.enum(["by hand", "edit", "import", "stopped order"]).default("by hand"),
    stoppedOrder: z.string().max(40).nullable().default(null),
    partySignature: PartySignatureSchema.optional(),
    changes: z.array(FieldChangeSchema).max(12),
    papers: NamedPapersSchema.default([]),
  })
  .superRefine((change, context) => {
    const issue = (index: number, message: string) =>
      context.addIssue({ code: "custom", path: ["changes", index, "after"], message });
    change.changes.forEach((one, index) => {
      for (const value of [one.before, one.after]) {
        if (value === null) continue;
        if (isAmountField(one.field) !== (typeof value === "object"))
          issue(index, `${CUSTOMER_FIELDS[one.field]} is ${isAmountField(one.field) ? "an amount" : "text"}`);
        else if (typeof value === "object" && (value.minor < 0 || value.minor > MOST_MINOR))
          issue(index, `${CUSTOMER_FIELDS[one.field]} is not an amount anybody would grant`);
      }
      if (change.changes.findIndex((other) => other.field === one.field) < index)
        issue(index, `${CUSTOMER_FIELDS[one.field]} is changed twice`);
    });
  });
export type CreditLimitChange = z.infer<typeof CreditLimitChangeSchema>;

/** The new value of a field if it is changed; else undefined. */
function changed(change: CreditLimitChange, field: CustomerField): FieldChange | undefined {
  return change.changes.find((one) => one.field === field);
}

function limitAfter(change: CreditLimitChange, customer: CustomerFacts | undefined): Money {
  const found = changed(change, "limit");
  const value = found ? found.after : (customer?.limit ?? null);
  return value !== null && typeof value === "object" ? value : money(0, change.currency);
}

export type Exposure = {
  /** What is owed and ordered now: receivables, open orders, and orders stopped for credit. */
  receivables: Money;
  openOrders: Money;
  stoppedOrders: Money;
  overdue: Money;
  now: Money;
  limitNow: Money | null;
  limitAfter: Money;
  /** What may be owed once the change is made: the new limit, or what is owed and ordered if that is more. */
  after: Money;
};

/** What a customer owes and may owe, now and after a change, in the account's currency; null while the customer is not known. */
export function exposureOf(change: CreditLimitChange, { around, toCurrency }: EvaluationContext): Exposure | null {
  const { customer } = around;
  if (!customer) return null;
  const { receivables, openOrders, stoppedOrders, overdue } = customer;
  const { currency } = receivables;
  const now = trySum([receivables, openOrders, stoppedOrders], currency);
  const limit = toCurrency(limitAfter(change, customer), currency);
  if (!limit || !now) return null;
  return {
    receivables,
    openOrders,
    stoppedOrders,
    overdue,
    now,
    limitNow: customer.limit,
    limitAfter: limit,
    after: limit.minor > now.minor ? limit : now,
  };
}

function exposureMeasure(change: CreditLimitChange, looking: EvaluationContext): Measured {
  const exposure = exposureOf(change, looking);
  if (!exposure) return { why: { code: "what is owed is not known", values: { customer: change.customerName } } };
  const { receivables, openOrders, stoppedOrders, limitAfter: limit, after } = exposure;
  const orders = money(openOrders.minor + stoppedOrders.minor, openOrders.currency);
  return {
    amount: bare(after),
    how: { code: "limit or what is owed", values: { limit: bare(limit), receivables, orders } },
  };
}

function increaseMeasure(change: CreditLimitChange, { around, toCurrency }: EvaluationContext): Measured {
  const limit = changed(change, "limit");
  const after = limitAfter(change, around.customer);
  const before = limit ? limit.before : after;
  const old =
    before !== null && typeof before === "object" ? toCurrency(before, after.currency) : money(0, after.currency);
  if (!old) return { why: { code: "no rate for the old limit", values: { to: after.currency } } };
  const rise = Math.max(0, after.minor - old.minor);
  if (!Number.isSafeInteger(rise)) return { why: { code: "increase too large" } };
  const amount = money(rise, after.currency);
  return { amount, how: { code: "increase", values: { after, before: bare(old) } } };
}

/** Required papers of a first limit that are not attached, by their keys. */
export function papersMissing(change: CreditLimitChange, { around }: EvaluationContext): string[] {
  return change.first ? notAttached(around.papers ?? [], change) : [];
}

function missing(change: CreditLimitChange): MissingItem[] {
  const items: MissingItem[] = [];
  if (change.changes.length === 0) items.push({ path: "changes", why: { code: "no field changed" } });
  items.push(...wrongChanges(change.changes, CUSTOMER_FIELDS));
  if (change.first && !changed(change, "limit")?.after)
    items.push({ path: "changes", why: { code: "no first limit" } });
  return items;
}

function facts(change: CreditLimitChange, looking: EvaluationContext): Facts {
  const exposure = exposureOf(change, looking);
  const { customer } = looking.around;
  const values = Object.fromEntries(
    change.changes.flatMap(({ field, before, after }) => [
      [field, after ?? (isAmountField(field) ? money(0, change.currency) : "")],
      [beforeKey(field), before ?? (isAmountField(field) ? money(0, change.currency) : "")],
    ]),
  );
  return {
    limit: limitAfter(change, customer),
    ...values,
    customer: change.customerName,
    exposure: exposure?.after ?? null,
    overdue: exposure?.overdue ?? null,
    overLimitNow: Boolean(exposure && exposure.now.minor > (exposure.limitNow?.minor ?? 0)),
    firstLimit: change.first,
    papersMissing: papersMissing(change, looking).length > 0,
    fromStoppedOrder: change.origin === "stopped order",
    currency: change.currency,
    unit: change.unit,
    requester: change.requester,
  };
}

function remarks(change: CreditLimitChange, looking: EvaluationContext): Remark[] {
  const found: Remark[] = papersMissing(change, looking).map((name) => ({
    about: "papers missing",
    grave: true,
    why: { code: "paper missing", values: { paper: name } },
  }));
  const exposure = exposureOf(change, looking);
  const { customer } = looking.around;
  if (exposure && exposure.now.minor > exposure.limitAfter.minor)
    found.push({
      about: "over the limit",
      grave: true,
      why: {
        code: "over the new limit",
        values: { by: money(exposure.now.minor - exposure.limitAfter.minor, exposure.now.currency) },
      },
    });
  if (customer && customer.overdue.minor > 0)
    found.push({
      about: "overdue",
      grave: customer.daysOverdue > 30,
      why: { code: "overdue", values: { amount: customer.overdue, days: customer.daysOverdue } },
    });
  return found;
}

/** An amount that is raised may be granted in part: anything above the old value and up to the new one. */
function allowedValue(one: FieldChange, allowed: number | null): FieldChange["after"] {
  const floor = one.before !== null && typeof one.before === "object" ? one.before.minor : 0;
  if (allowed === null || one.after === null || typeof one.after !== "object") return one.before;
  return money(Math.min(one.after.minor, Math.max(floor, allowed)), one.after.currency);
}

export const creditLimitChangeType: DocumentType<CreditLimitChange> = {
  key: "credit-limit-change",
  name: { one: "credit-limit change", many: "credit-limit changes", prefix: "CL" },
  heading: "Credit-limit changes",
  about: "Another limit, other payment terms or particulars of a customer.",
  starting: limitStart,
  steps: ["apply changes"],
  partyForm: "customer",
  forStoppedOrders: true,
  refers: ({ customer }) => customer,
  around: ({ customer: id, first }) => ({
    account: { kind: "customer", id },
    ...(first && { papersFor: { what: "firstLimit" } }),
  }),
  lookedUp: () => ({}),
  outside: ({ customer: id }) => ({
    account: { kind: "customer", id },
    called: "the change of your credit limit",
    reference: "",
  }),
  posting: () => null,
  paidTo: () => null,
  changesAccount: ({ customer }) => customer,
  schema: CreditLimitChangeSchema,
  fields: [
    { key: "customer", kind: "text", label: "customer", always: true },
    { key: "limit", kind: "amount", label: "credit limit", always: true, controlled: true, around: true },
    { key: "paymentTerms", kind: "choice", label: "payment terms", controlled: true, list: "payment-terms" },
    { key: "insuredAmount", kind: "amount", label: "insured amount", controlled: true },
    { key: "bankAccount", kind: "text", label: "bank account", controlled: true },
    { key: "invoiceAddress", kind: "text", label: "invoice address", controlled: true },
    { key: "email", kind: "text", label: "e-mail of the customer", controlled: true },
    { key: "phone", kind: "text", label: "phone number", controlled: true },
    { key: "exposure", kind: "amount", label: "exposure after the change", always: true, around: true },
    { key: "overdue", kind: "amount", label: "overdue amount", around: true },
    { key: "overLimitNow", kind: "flag", label: "exposure over the present limit", around: true },
    { key: "firstLimit", kind: "flag", label: "first limit of a new customer" },
    { key: "papersMissing", kind: "flag", label: "required paper that is missing", around: true },
    { key: "fromStoppedOrder", kind: "flag", label: "order stopped for credit" },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
  ],
  facts,
  measures: [
    { key: "exposure", label: "exposure after the change", of: exposureMeasure },
    { key: "increase", label: "increase of the limit", of: increaseMeasure },
  ],
  missing,
  changes: (before, after): Change[] => {
    const { found, compare } = differences();
    for (const [field, label] of Object.entries(CUSTOMER_FIELDS)) {
      const shown = (change: CreditLimitChange): Shown | null => {
        const one = changed(change, field as CustomerField);
        return one ? shownValue(one.field, one.after) : ({ code: "as it is" } as const);
      };
      compare(label, shown(before), shown(after));
    }
    compare("Note", text(before.note), text(after.note));
    compare("Papers", papers(before.attachments), papers(after.attachments));
    return found;
  },
  lines: (change) =>
    change.changes.map(({ field, before, after }) => ({
      code: "changed",
      values: { label: CUSTOMER_FIELDS[field], before: shownValue(field, before), after: shownValue(field, after) },
    })),
  party: (change) => change.customer,
  amountKeys: ["minor"],
  parts: (change): Part[] =>
    change.changes.map((one) => ({
      key: one.field,
      label: CUSTOMER_FIELDS[one.field],
      amount: one.after !== null && typeof one.after === "object" ? one.after : null,
      content: one.after,
    })),
  without: (change, refused: readonly RefusedPart[]) => ({
    ...change,
    changes: change.changes.flatMap((one) => {
      const cut = refused.find((part) => part.part === one.field);
      if (!cut) return [one];
      const after = allowedValue(one, cut.allowed);
      return sameValue(after, one.before) ? [] : [{ ...one, after }];
    }),
  }),
  remarks,
  picks: (change) => termsPicked(change.changes),
  taxed: () => [],
  concerns: (change) => ({ customer: [change.customerName] }),
  peopleFields: {},
  named: () => ({}),
  interested: () => [],
  shows: "net",
  sample: (known) => ({
    documentType: "credit-limit-change",
    ...sampleBasics(known),
    customer: "trial",
    customerName: known.party || "Trial",
    first: false,
    origin: "by hand",
    stoppedOrder: null,
    changes: [
      {
        field: "limit",
        before: money(0, known.currency),
        after: money(known.minor, known.currency),
      },
    ],
    papers: [],
  }),
  headline: (change) => {
    const amount = limitAfter(change, undefined);
    const fields = change.changes.map((one) => CUSTOMER_FIELDS[one.field].toLowerCase());
    const title = change.title || `${change.first ? "First " : ""}${fields.join(", ") || "no change"}`;
    return {
      title: capital(title),
      party: change.customerName,
      net: amount,
      tax: money(0, amount.currency),
      gross: amount,
    };
  },
};
