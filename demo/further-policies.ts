import type { PolicyInput } from "@/core/policy";

type SectionInput = PolicyInput["sections"][number];
type LevelInput = SectionInput["levels"][number];
type Marks = LevelInput["marks"];

const EUR = "EUR";
const people = (id: string, name: string, stage: number, marks: Marks, ids: string[], rest: Partial<LevelInput> = {}) =>
  ({ id, name, stage, marks, approvers: { kind: "people", people: ids }, ...rest }) satisfies LevelInput;

/** Two working days, and a word half a day before they are over. */
const twoDays: Partial<LevelInput> = {
  timeLimit: { amount: 2, unit: "working days" },
  reminders: [{ before: true, after: { amount: 4, unit: "working hours" }, to: "approver" }],
};
const purchasing = (stage: number, marks: Marks) =>
  people("purchasing", "Purchasing", stage, marks, ["leonel-viegas", "ivo-sampaio"], twoDays);
const treasurer = (stage: number, marks: Marks) =>
  people("treasurer", "Treasurer", stage, marks, ["rosalind-amado", "teodora-lins"], twoDays);
const financeDirector = (stage: number, marks: Marks) =>
  people("finance-director", "Finance director", stage, marks, ["teodora-lins", "goncalo-abrantes"]);
const required = (count: number) => Array.from({ length: count }, () => ({ approval: "required" as const }));
const below = (...amounts: number[]) => amounts.map((amount) => ({ amount, exact: "below" as const }));
const flag = (field: string) => ({ kind: "flag" as const, field, is: true });

/** Invoices of Marévia Lines: what was ordered and received passes lightly, the rest by its amount. */
export const invoicePolicy: PolicyInput = {
  id: "supplier-invoices",
  name: "Supplier invoices",
  documentType: "supplier-invoice",
  owner: "benedita-corvo",
  scope: { units: ["marevia"] },
  currency: EUR,
  measure: { kind: "gross" },
  sections: [
    {
      id: "bank-details-changed",
      name: "Bank details changed",
      when: flag("bankDetailsChanged"),
      thresholds: [],
      bands: required(1),
      levels: [treasurer(1, ["approves"]), financeDirector(1, ["approves"])],
    },
    {
      id: "over-the-suppliers-limit",
      name: "Over the supplier’s limit",
      when: flag("overSupplierLimit"),
      thresholds: below(10_000_00),
      bands: required(2),
      levels: [purchasing(1, ["approves", "approves"]), financeDirector(2, ["none", "approves"])],
    },
    {
      id: "matched",
      name: "Matched",
      when: { kind: "choice", field: "match", is: "one of", values: ["matched"] },
      thresholds: below(10_000_00),
      bands: [{ approval: "none" }, { approval: "required" }],
      levels: [treasurer(1, ["none", "approves"])],
    },
    {
      id: "unmatched",
      name: "Unmatched",
      when: "otherwise",
      thresholds: below(1_000_00, 10_000_00),
      bands: required(3),
      levels: [
        purchasing(1, ["approves", "approves", "approves"]),
        treasurer(2, ["none", "approves", "approves"]),
        financeDirector(3, ["none", "none", "approves"]),
      ],
    },
  ],
  holds: [
    { reason: "Over the supplier’s limit", blocks: ["post", "pay"], when: flag("overSupplierLimit") },
    {
      reason: "No order",
      blocks: ["pay"],
      when: { kind: "choice", field: "match", is: "one of", values: ["no-order"] },
    },
    {
      reason: "Price or quantity outside tolerance",
      blocks: ["pay"],
      when: { kind: "choice", field: "match", is: "one of", values: ["differs"] },
    },
    { reason: "Goods not received", blocks: ["pay"], when: flag("notReceived"), keeps: true },
    { reason: "Duplicate suspected", blocks: ["post", "pay"], when: flag("duplicateSuspected"), keeps: true },
    { reason: "Arithmetic wrong", blocks: ["post", "pay"], when: flag("arithmeticWrong"), keeps: true },
    { reason: "Bank details changed", blocks: ["pay"], when: flag("bankDetailsChanged") },
    { reason: "Supplier not approved", blocks: ["post", "pay"], when: flag("supplierNotOpen"), keeps: true },
  ],
  edits: { fields: ["supplier", "gross", "match"], toleranceMinor: 50_00, tolerancePercent: 2, effect: "start again" },
  afterApproval: [{ kind: "post" }, { kind: "next payment run" }],
};

const director: LevelInput = {
  id: "directors",
  name: "Both other directors",
  stage: 1,
  marks: ["approves"],
  approvers: { kind: "group", group: "directors" },
  quorum: { kind: "all" },
};
const manager = (marks: Marks): LevelInput => ({
  id: "line-manager",
  name: "Line manager",
  stage: 1,
  marks,
  approvers: { kind: "manager", up: 1 },
  timeLimit: { amount: 3, unit: "working days" },
});
/** Claims: the manager sees every one; entertainment and what is larger also the finance director. */
export const claimPolicy: PolicyInput = {
  id: "expense-claims",
  name: "Expense claims",
  documentType: "expense-claim",
  owner: "benedita-corvo",
  scope: { units: ["marevia"] },
  currency: EUR,
  measure: { kind: "gross" },
  sections: [
    {
      id: "managing-director",
      name: "Managing director’s own",
      when: { kind: "choice", field: "requester", is: "one of", values: ["goncalo-abrantes"] },
      thresholds: [],
      bands: required(1),
      levels: [director],
    },
    {
      id: "entertainment",
      name: "Entertainment",
      when: { kind: "choice", field: "category", is: "one of", values: ["entertainment"] },
      thresholds: [],
      bands: required(1),
      levels: [manager(["approves"]), financeDirector(2, ["approves"])],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: below(1_000_00),
      bands: required(2),
      levels: [manager(["approves", "approves"]), financeDirector(2, ["none", "approves"])],
    },
  ],
  holds: [
    { reason: "Receipt missing", blocks: ["pay"], when: flag("missingReceipt"), keeps: true },
    { reason: "The same receipt twice", blocks: ["pay"], when: flag("sameReceipt"), keeps: true },
    { reason: "Over a ceiling", blocks: ["pay"], when: flag("overCeiling") },
    { reason: "Above the day’s rate", blocks: ["pay"], when: flag("aboveRate") },
  ],
  afterApproval: [{ kind: "post" }, { kind: "next payment run" }],
};

/** For a month of holidays somebody let claims of the fleet pass when nobody answers in three days. It ended; what it let through is in the register. */
export const augustClaims: PolicyInput = {
  ...claimPolicy,
  id: "claims-in-august",
  name: "Claims of the fleet in August",
  scope: { units: ["fleet"] },
  sections: [
    {
      id: "all",
      name: "All claims",
      when: "otherwise",
      thresholds: [],
      bands: required(1),
      levels: [
        {
          ...manager(["approves"]),
          timeLimit: { amount: 3, unit: "working days" },
          overdue: "approve by lapse",
        },
      ],
    },
  ],
};

const creditManager = (stage: number, marks: Marks) =>
  people("credit-manager", "Credit manager", stage, marks, ["leonel-viegas", "rosalind-amado"]);

/** Credit limits: a raise, other terms or a first limit need approval; a phone number does not. */
export const creditPolicy: PolicyInput = {
  id: "credit-limits",
  name: "Credit limits",
  documentType: "credit-limit-change",
  owner: "benedita-corvo",
  scope: { units: ["marevia"] },
  currency: EUR,
  measure: { kind: "exposure" },
  sections: [
    {
      id: "first-limit",
      name: "First limit",
      when: flag("firstLimit"),
      thresholds: below(100_000_00),
      bands: required(2),
      levels: [
        {
          id: "papers",
          name: "Papers complete",
          kind: "check",
          stage: 1,
          marks: ["approves", "approves"],
          approvers: { kind: "people", people: ["leonel-viegas"] },
          checks: [
            { kind: "paper", name: "Annual accounts" },
            { kind: "paper", name: "Credit report" },
            { kind: "paper", name: "Signed terms" },
          ],
        },
        people("credit-check", "Credit check", 2, ["approves", "approves"], ["leonel-viegas", "rosalind-amado"], {
          kind: "task",
          checklist: ["Accounts read, equity above a fifth", "Two trade references heard"],
        }),
        people("contract", "Contract terms", 2, ["approves", "approves"], ["lucinda-peroba", "hersilia-gamboa"], {
          kind: "task",
          checklist: ["Terms of carriage signed by somebody entitled to"],
        }),
        creditManager(3, ["approves", "approves"]),
        financeDirector(4, ["none", "approves"]),
      ],
    },
    {
      id: "bank-account",
      name: "Bank account changed",
      when: { kind: "change", field: "bankAccount", is: "changed" },
      thresholds: [],
      bands: required(1),
      levels: [creditManager(1, ["approves"]), financeDirector(2, ["approves"])],
    },
    {
      id: "raised",
      name: "Limit raised, or other terms",
      when: {
        kind: "any",
        of: [
          { kind: "change", field: "limit", is: "rose" },
          { kind: "change", field: "paymentTerms", is: "changed" },
        ],
      },
      thresholds: below(50_000_00, 150_000_00),
      bands: required(3),
      levels: [
        people("freight", "Head of Freight", 1, ["none", "approves", "approves"], ["dario-penalva", "teodora-lins"]),
        creditManager(1, ["approves", "approves", "approves"]),
        financeDirector(2, ["none", "none", "approves"]),
      ],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: [],
      bands: [{ approval: "none" }],
      levels: [],
    },
  ],
  holds: [
    { reason: "Papers missing", blocks: ["use"], when: flag("papersMissing"), keeps: true },
    { reason: "Over the limit already", blocks: ["ship"], when: flag("overLimitNow") },
  ],
  edits: { fields: ["limit", "paymentTerms", "bankAccount"], effect: "from the level" },
  afterApproval: [{ kind: "apply changes" }, { kind: "tell" }],
  stoppedOrders: {
    at: "07:00",
    headroomPercent: 10,
    roundTo: 500,
    most: 250_000_00,
    overdueDays: 60,
    seller: "agnes-oduya",
  },
};

/** Supplier accounts: a new supplier or another bank account is approved before it can be used. */
export const supplierPolicy: PolicyInput = {
  id: "supplier-accounts",
  name: "Supplier accounts",
  documentType: "supplier-account",
  owner: "benedita-corvo",
  scope: { units: ["marevia"] },
  currency: EUR,
  measure: { kind: "limit" },
  sections: [
    {
      id: "new-or-other-bank-account",
      name: "New, or another bank account",
      when: {
        kind: "any",
        of: [flag("opening"), { kind: "change", field: "bankAccount", is: "changed" }],
      },
      thresholds: [],
      bands: required(1),
      levels: [purchasing(1, ["approves"]), treasurer(1, ["approves"])],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: [],
      bands: required(1),
      levels: [purchasing(1, ["approves"])],
    },
  ],
  afterApproval: [{ kind: "apply changes" }, { kind: "tell" }],
  partySigns: "drawn",
};

export const furtherPolicies = [invoicePolicy, claimPolicy, creditPolicy, supplierPolicy];
