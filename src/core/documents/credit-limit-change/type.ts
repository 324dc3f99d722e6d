import { z } from "zod";
import { sameValue, type Facts } from "../../conditions";
import { bare, money, trySum, type Money } from "../../money";
import {
  CustomerChangeSchema,
  MOST_CHANGES,
  asAmount,
  compareChanges,
  factsOfChanges,
  partsOfChanges,
  namesOfChanged,
  shownChanges,
  withAccountValues,
} from "../account-changes";
import { accountLabel, type CustomerField } from "../account-fields";
import type { CustomerFacts, EvaluationContext } from "../context";
import {
  NamedPapersSchema,
  PartySignatureSchema,
  basicFields,
  notAttached,
  sampleBasics,
  written,
  wrongChanges,
} from "../parts";
import { differences, papers, text, type Change } from "../shown";
import { termsPicked } from "../picks";
import type { DocumentType, Measured, MissingItem, RefusedPart, Remark } from "../registry";
import { limitStart } from "./starting";
import { capital } from "../../text";

export type FieldChange = z.infer<typeof CustomerChangeSchema>;

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
    changes: z.array(CustomerChangeSchema).max(MOST_CHANGES),
    papers: NamedPapersSchema.default([]),
  })
  .superRefine(withAccountValues("customer"));
export type CreditLimitChange = z.infer<typeof CreditLimitChangeSchema>;

/** The new value of a field if it is changed; else undefined. */
function changed(change: CreditLimitChange, field: CustomerField): FieldChange | undefined {
  return change.changes.find((one) => one.field === field);
}

function limitAfter(change: CreditLimitChange, customer: CustomerFacts | undefined): Money {
  const found = changed(change, "limit");
  return (found ? asAmount(found.after) : customer?.limit) ?? money(0, change.currency);
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
  const before = limit ? asAmount(limit.before) : after;
  const old = before ? toCurrency(before, after.currency) : money(0, after.currency);
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
  items.push(...wrongChanges(change.changes, (field) => accountLabel("customer", field)));
  if (change.first && !changed(change, "limit")?.after)
    items.push({ path: "changes", why: { code: "no first limit" } });
  return items;
}

function facts(change: CreditLimitChange, looking: EvaluationContext): Facts {
  const exposure = exposureOf(change, looking);
  const { customer } = looking.around;
  return {
    limit: limitAfter(change, customer),
    ...factsOfChanges(change.changes, change.currency),
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
  const after = asAmount(one.after);
  if (allowed === null || !after) return one.before;
  return money(Math.min(after.minor, Math.max(asAmount(one.before)?.minor ?? 0, allowed)), after.currency);
}

export const creditLimitChangeType: DocumentType<CreditLimitChange> = {
  key: "credit-limit-change",
  name: { one: "credit-limit change", many: "credit-limit changes", prefix: "CL" },
  heading: "Credit-limit changes",
  about: "Another limit, other payment terms or details of a customer.",
  needs: "A customer who has an account, and what is to change; a first limit needs its papers.",
  example: "A limit of 40,000.00 in place of 25,000.00, because orders have doubled.",
  starting: limitStart,
  steps: ["apply changes"],
  account: "customer",
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
    { key: "fromStoppedOrder", kind: "flag", label: "order on credit hold" },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
  ],
  facts,
  measures: [
    { key: "exposure", label: "exposure after the change", of: exposureMeasure },
    { key: "increase", label: "increase of the limit", adds: true, of: increaseMeasure },
  ],
  missing,
  changes: (before, after): Change[] => {
    const compared = differences();
    const { found, compare } = compared;
    compareChanges("customer", compared, before, after, { code: "as it is" });
    compare("Note", text(before.note), text(after.note));
    compare("Papers", papers(before.attachments), papers(after.attachments));
    return found;
  },
  lines: (change) => shownChanges("customer", change.changes),
  party: (change) => change.customer,
  amountKeys: ["minor"],
  parts: (change) => partsOfChanges("customer", change.changes),
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
    const fields = namesOfChanged("customer", change.changes);
    const title = change.title || `${change.first ? "First " : ""}${fields || "no change"}`;
    return {
      title: capital(title),
      party: change.customerName,
      net: amount,
      tax: money(0, amount.currency),
      gross: amount,
    };
  },
};
