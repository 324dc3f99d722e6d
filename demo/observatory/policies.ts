import type { PolicyInput } from "@/core/policy";

type LevelInput = PolicyInput["sections"][number]["levels"][number];
type Marks = LevelInput["marks"];
type ApproverRule = LevelInput["approvers"];

const level = (
  id: string,
  name: string,
  stage: number,
  marks: Marks,
  approvers: ApproverRule,
  rest: Partial<LevelInput> = {},
): LevelInput => ({ id, name, stage, marks, approvers, ...rest });
const people = (...ids: string[]): ApproverRule => ({ kind: "people", people: ids });
const owner = (of: string): ApproverRule => ({ kind: "owner", of });
const below = (...amounts: number[]) => amounts.map((amount) => ({ amount, exact: "below" as const }));
const required = (count: number) => Array.from({ length: count }, () => ({ approval: "required" as const }));
const free = { approval: "none" as const };
const flag = (field: string) => ({ kind: "flag" as const, field, is: true });
const fills = (field: string) => ({ field, needed: true });
const filledIn = (field: string) => ({ kind: "text" as const, field, is: "filled in" as const });

const manager = (stage: number, marks: Marks) =>
  level(
    "manager",
    "Manager",
    stage,
    marks,
    { kind: "manager", up: 1 },
    {
      timeLimit: { amount: 3, unit: "working days" },
    },
  );
const grantOwner = (stage: number, marks: Marks) =>
  level("grant-owner", "Owner of the grant", stage, marks, owner("grants"));
const administration = (stage: number, marks: Marks) =>
  level("administration", "Head of Administration", stage, marks, people("valentina-orrago", "gaspar-otey"));
const director = (stage: number, marks: Marks) =>
  level("director", "Director", stage, marks, people("isidora-llanca", "gaspar-otey"));
const treasurer = (stage: number, marks: Marks) =>
  level("treasurer", "Treasurer", stage, marks, people("ines-huaiquil", "valentina-orrago"));
/** Five sit in the council, and three of them decide. */
const council = (stage: number, marks: Marks) =>
  level(
    "council",
    "Scientific council",
    stage,
    marks,
    { kind: "group", group: "scientific-council" },
    {
      quorum: { kind: "n", n: 3 },
    },
  );

const base = { owner: "bruno-cifuel", scope: { units: ["observatory"] }, currency: "CLP" };
/** Nobody decides what is their own: it goes to their manager. */
const selfApproval = { rule: "manager" as const };
/** Nobody stands above the director, so the council decides what she asks for. */
const directorsOwn = (count: number) => ({
  id: "directors-own",
  name: "Director’s own",
  when: { kind: "choice" as const, field: "requester", is: "one of" as const, values: ["isidora-llanca"] },
  thresholds: [],
  bands: required(count),
  levels: [council(1, ["approves"]), level("deputy", "Deputy director", 2, ["approves"], people("gaspar-otey"))],
});

/** By what has to leave or enter the country, by grant, and by amount; what is to last long is looked at as an asset besides. */
export const orderPolicy: PolicyInput = {
  ...base,
  id: "orders",
  name: "Purchase orders",
  documentType: "purchase-order",
  measure: { kind: "net" },
  selfApproval,
  sections: [
    directorsOwn(1),
    {
      id: "export-licence",
      name: "Export licence needed",
      when: flag("own_export_licence"),
      thresholds: below(2_000_000, 20_000_000),
      bands: required(3),
      levels: [
        level(
          "instrument-owner",
          "Owner of the instrument",
          1,
          ["approves", "approves", "approves"],
          owner("instruments"),
          {
            when: { kind: "choice", field: "own_instrument", is: "one of", values: ["LLIUQ", "KULLA", "TREWA"] },
          },
        ),
        level(
          "export-desk",
          "Export desk",
          1,
          ["approves", "approves", "approves"],
          people("paz-melinao", "valentina-orrago"),
        ),
        administration(2, ["none", "approves", "approves"]),
        council(3, ["none", "none", "approves"]),
        director(4, ["none", "none", "approves"]),
      ],
    },
    {
      id: "on-a-grant",
      name: "Paid by a grant",
      when: filledIn("own_grant"),
      thresholds: below(300_000, 5_000_000, 40_000_000),
      bands: [free, ...required(3)],
      levels: [
        grantOwner(1, ["none", "approves", "approves", "approves"]),
        administration(2, ["none", "told", "approves", "approves"]),
        level(
          "asset",
          "What lasts over five years",
          2,
          ["none", "none", "approves", "approves"],
          people("ines-huaiquil", "paz-melinao"),
          {
            when: { kind: "number", field: "own_life", is: "over", value: "5" },
          },
        ),
        council(3, ["none", "none", "none", "approves"]),
        director(4, ["none", "none", "approves", "approves"]),
      ],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: below(200_000, 3_000_000, 30_000_000),
      bands: [free, ...required(3)],
      levels: [
        manager(1, ["none", "approves", "approves", "approves"]),
        administration(2, ["none", "none", "approves", "approves"]),
        director(3, ["none", "none", "none", "approves"]),
      ],
    },
  ],
  edits: {
    fields: ["supplier", "net", "own_grant", "own_export_licence"],
    toleranceMinor: 50_000,
    tolerancePercent: 2,
    effect: "start again",
  },
  afterApproval: [{ kind: "send to supplier" }],
};

export const invoicePolicy: PolicyInput = {
  ...base,
  id: "invoices",
  name: "Supplier invoices",
  documentType: "supplier-invoice",
  measure: { kind: "gross" },
  selfApproval,
  sections: [
    {
      id: "bank-details-changed",
      name: "Bank details changed",
      when: flag("bankDetailsChanged"),
      thresholds: [],
      bands: required(1),
      levels: [treasurer(1, ["approves"]), director(1, ["approves"])],
    },
    {
      id: "matched",
      name: "Matched",
      when: { kind: "choice", field: "match", is: "one of", values: ["matched"] },
      thresholds: below(8_000_000, 25_000_000),
      bands: [free, ...required(2)],
      levels: [treasurer(1, ["none", "approves", "approves"]), director(2, ["none", "none", "approves"])],
    },
    {
      id: "on-a-grant",
      name: "Paid by a grant",
      when: filledIn("own_grant"),
      thresholds: below(500_000, 8_000_000),
      bands: required(3),
      levels: [
        grantOwner(1, ["approves", "approves", "approves"]),
        treasurer(2, ["none", "approves", "approves"]),
        director(3, ["none", "none", "approves"]),
      ],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: below(1_000_000, 10_000_000),
      bands: required(3),
      levels: [
        level(
          "purchasing",
          "Purchasing",
          1,
          ["approves", "approves", "approves"],
          people("paz-melinao", "valentina-orrago"),
          { fills: [fills("own_account"), fills("own_capitalised")] },
        ),
        // Whether it is an asset says purchasing; the number it gets in the register of assets says whoever keeps that.
        level(
          "assets",
          "Register of assets",
          2,
          ["approves", "approves", "approves"],
          people("ines-huaiquil", "valentina-orrago"),
          {
            when: flag("own_capitalised"),
            fills: [fills("own_asset_number")],
          },
        ),
        treasurer(3, ["none", "approves", "approves"]),
        director(4, ["none", "none", "approves"]),
      ],
    },
  ],
  holds: [
    {
      reason: "Price or quantity outside tolerance",
      blocks: ["pay"],
      when: { kind: "choice", field: "match", is: "one of", values: ["differs"] },
    },
    { reason: "Goods not received", blocks: ["pay"], when: flag("notReceived"), keeps: true },
    { reason: "Duplicate suspected", blocks: ["post", "pay"], when: flag("duplicateSuspected"), keeps: true },
    { reason: "Arithmetic wrong", blocks: ["post", "pay"], when: flag("arithmeticWrong"), keeps: true },
    { reason: "Supplier not approved", blocks: ["post", "pay"], when: flag("supplierNotOpen"), keeps: true },
  ],
  edits: {
    fields: ["supplier", "gross", "match", "own_grant"],
    toleranceMinor: 5_000,
    tolerancePercent: 2,
    effect: "start again",
  },
  afterApproval: [{ kind: "post" }, { kind: "next payment run" }],
};

export const claimPolicy: PolicyInput = {
  ...base,
  id: "claims",
  name: "Expense claims",
  documentType: "expense-claim",
  measure: { kind: "gross" },
  selfApproval,
  sections: [
    directorsOwn(1),
    {
      id: "on-a-grant",
      name: "Paid by a grant",
      when: filledIn("own_grant"),
      thresholds: below(400_000),
      bands: required(2),
      levels: [grantOwner(1, ["approves", "approves"]), administration(2, ["none", "approves"])],
    },
    {
      id: "of-a-campaign",
      name: "Of a campaign",
      when: filledIn("own_campaign"),
      thresholds: below(400_000),
      bands: required(2),
      levels: [
        level("campaign-owner", "Lead of the campaign", 1, ["approves", "approves"], owner("campaigns")),
        administration(2, ["none", "approves"]),
      ],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: below(400_000),
      bands: required(2),
      levels: [manager(1, ["approves", "approves"]), administration(2, ["none", "approves"])],
    },
  ],
  holds: [
    { reason: "Receipt missing", blocks: ["pay"], when: flag("missingReceipt"), keeps: true },
    { reason: "Over a ceiling", blocks: ["pay"], when: flag("overCeiling") },
    { reason: "Above the day’s rate", blocks: ["pay"], when: flag("aboveRate") },
  ],
  afterApproval: [{ kind: "post" }, { kind: "next payment run" }],
};

/** Institutes use telescope time on account: under an agreement the administration decides, without one the council does. */
export const creditPolicy: PolicyInput = {
  ...base,
  id: "credit",
  name: "Credit limits of institutes",
  documentType: "credit-limit-change",
  measure: { kind: "exposure" },
  selfApproval,
  sections: [
    {
      id: "under-an-agreement",
      name: "Under an agreement",
      when: filledIn("own_agreement"),
      thresholds: below(40_000_000),
      bands: required(2),
      levels: [administration(1, ["approves", "approves"]), director(2, ["none", "approves"])],
    },
    {
      id: "raised",
      name: "Raised without an agreement",
      when: {
        kind: "any",
        of: [
          flag("firstLimit"),
          { kind: "change", field: "limit", is: "rose" },
          { kind: "change", field: "paymentTerms", is: "changed" },
        ],
      },
      thresholds: below(15_000_000),
      bands: required(2),
      levels: [
        treasurer(1, ["approves", "approves"]),
        council(2, ["none", "approves"]),
        director(3, ["none", "approves"]),
      ],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: below(40_000_000),
      bands: required(2),
      levels: [treasurer(1, ["approves", "approves"]), director(2, ["none", "approves"])],
    },
  ],
  holds: [{ reason: "Papers missing", blocks: ["use"], when: flag("papersMissing"), keeps: true }],
  afterApproval: [{ kind: "apply changes" }, { kind: "tell" }],
};

export const supplierPolicy: PolicyInput = {
  ...base,
  id: "suppliers",
  name: "Supplier accounts",
  documentType: "supplier-account",
  measure: { kind: "limit" },
  selfApproval,
  sections: [
    {
      id: "all",
      name: "All",
      when: "otherwise",
      thresholds: [],
      bands: required(1),
      levels: [
        level("purchasing", "Purchasing", 1, ["approves"], people("paz-melinao", "valentina-orrago")),
        treasurer(1, ["approves"]),
      ],
    },
  ],
  afterApproval: [{ kind: "apply changes" }, { kind: "tell" }],
};

export const observatoryPolicies = [orderPolicy, invoicePolicy, claimPolicy, creditPolicy, supplierPolicy];
