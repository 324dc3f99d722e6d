import type { Field, TypeWords } from "./registry";

// Types for which policies can be designed and checked, and of which documents cannot be entered yet. Each becomes a file of its own with
// schema, facts and checks, as purchase-order.ts is; until then `notCarriedOut` keeps their policies from being put in force.

const common: Field[] = [
  { key: "currency", kind: "choice", label: "currency", always: true },
  { key: "unit", kind: "choice", label: "unit", always: true },
  { key: "requester", kind: "choice", label: "requester", always: true },
];

const supplierInvoice: TypeWords = {
  key: "supplier-invoice",
  name: { one: "invoice", many: "invoices", prefix: "SI" },
  fields: [
    {
      key: "match",
      kind: "choice",
      label: "match",
      always: true,
      choices: {
        matched: "matched to order and receipt",
        differs: "different in price or quantity",
        "no-order": "without an order",
      },
    },
    { key: "supplier", kind: "text", label: "supplier", always: true },
    { key: "costCentre", kind: "text", label: "cost centre", many: true },
    { key: "net", kind: "amount", label: "net total", always: true },
    { key: "gross", kind: "amount", label: "gross total", always: true },
    { key: "dueDate", kind: "date", label: "due date" },
    { key: "bankDetailsChanged", kind: "flag", label: "recent change of the supplier’s bank details" },
    { key: "overSupplierLimit", kind: "flag", label: "excess over the supplier’s own limit" },
    ...common,
  ],
  measures: [
    { key: "gross", label: "gross total" },
    { key: "net", label: "net total" },
    { key: "largestLine", label: "largest line" },
  ],
  peopleFields: { receiver: "receiver" },
};

const expenseClaim: TypeWords = {
  key: "expense-claim",
  name: { one: "claim", many: "claims", prefix: "EC" },
  fields: [
    {
      key: "category",
      kind: "choice",
      label: "category",
      many: true,
      always: true,
      choices: {
        travel: "Travel",
        lodging: "Lodging",
        meals: "Meals",
        entertainment: "Entertainment",
        training: "Training",
        other: "Other",
      },
    },
    { key: "gross", kind: "amount", label: "total claimed", always: true },
    { key: "missingReceipt", kind: "flag", label: "missing receipt" },
    { key: "onBehalf", kind: "flag", label: "claim on behalf of somebody" },
    { key: "costCentre", kind: "text", label: "cost centre", many: true },
    ...common,
  ],
  measures: [
    { key: "gross", label: "total claimed" },
    { key: "largestLine", label: "largest line" },
  ],
  peopleFields: {},
};

const creditLimitChange: TypeWords = {
  key: "credit-limit-change",
  name: { one: "credit-limit change", many: "credit-limit changes", prefix: "CL" },
  fields: [
    { key: "customer", kind: "text", label: "customer", always: true },
    { key: "limit", kind: "amount", label: "credit limit", always: true, controlled: true },
    { key: "paymentTerms", kind: "text", label: "payment terms", controlled: true },
    { key: "phone", kind: "text", label: "phone number", controlled: true },
    { key: "exposure", kind: "amount", label: "exposure after the change", always: true },
    { key: "overdue", kind: "amount", label: "overdue amount" },
    { key: "firstLimit", kind: "flag", label: "first limit of a new customer" },
    ...common,
  ],
  measures: [
    { key: "exposure", label: "exposure after the change" },
    { key: "increase", label: "increase of the limit" },
  ],
  peopleFields: {},
};

export const comingTypes: readonly TypeWords[] = [supplierInvoice, expenseClaim, creditLimitChange];
