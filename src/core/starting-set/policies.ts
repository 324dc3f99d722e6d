import type { Condition } from "../conditions";
import { minorDigits } from "../money";
import type { ApproverRule } from "../people";
import type { PolicyInput } from "../policy";

type SectionInput = PolicyInput["sections"][number];
type LevelInput = SectionInput["levels"][number];

/** A policy to adapt: what it is for and the reasoning behind its bands. The amounts are a beginning, to be moved over the tide. */
export type StartingPolicy = {
  key: string;
  documentType: string;
  title: string;
  about: string;
  sections(currency: string): SectionInput[];
  rest: Partial<PolicyInput>;
};

const manager: ApproverRule = { kind: "manager", up: 1 };
const unitAbove: ApproverRule = { kind: "headOfUnit", up: 1 };
const byLimit: ApproverRule = { kind: "lineByLimit", climb: "straight" };

const level = (name: string, stage: number, marks: LevelInput["marks"], approvers: ApproverRule): LevelInput => ({
  id: name.toLowerCase().replace(/[^a-z]+/g, "-"),
  name,
  stage,
  marks,
  approvers,
});

/** A section whose thresholds keep their exact amounts below; `none` bands at the bottom need nobody. */
function section(
  id: string,
  name: string,
  when: Condition | "otherwise",
  thresholds: readonly number[],
  levels: LevelInput[],
  none = 0,
): SectionInput {
  return {
    id,
    name,
    when,
    thresholds: thresholds.map((amount) => ({ amount, exact: "below" as const })),
    bands: Array.from({ length: thresholds.length + 1 }, (_, band) => ({
      approval: band < none ? ("none" as const) : ("required" as const),
    })),
    levels,
  };
}

/** Two steps, by common practice: nobody up to a first threshold, one approver over it, a second over another; each exact amount below. */
const orders: StartingPolicy = {
  key: "orders-two-step",
  documentType: "purchase-order",
  title: "Orders in two steps",
  about:
    "Small orders need nobody, larger ones the requester’s manager, large ones whoever in the line has the limit for it.",
  sections: (currency) => [
    section(
      "everything-else",
      "Everything else",
      "otherwise",
      [major(2_500, currency), major(10_000, currency)],
      [
        level("Line manager", 1, ["none", "approves", "approves"], manager),
        level("First with the limit", 2, ["none", "none", "approves"], byLimit),
      ],
      1,
    ),
  ],
  rest: { measure: { kind: "net" } },
};

const invoices: StartingPolicy = {
  key: "invoices-matched",
  documentType: "supplier-invoice",
  title: "Invoices, matched ones lighter",
  about: "What was ordered and received passes lightly; what differs or has no order needs as much as an order would.",
  sections: (currency) => [
    section(
      "bank-details",
      "Bank details changed",
      { kind: "flag", field: "bankDetailsChanged", is: true },
      [],
      [level("Line manager", 1, ["approves"], manager), level("Head of the unit above", 2, ["approves"], unitAbove)],
    ),
    section(
      "matched",
      "Matched",
      { kind: "choice", field: "match", is: "one of", values: ["matched"] },
      [major(10_000, currency)],
      [level("Line manager", 1, ["none", "approves"], manager)],
      1,
    ),
    section(
      "everything-else",
      "Everything else",
      "otherwise",
      [major(10_000, currency)],
      [
        level("Line manager", 1, ["approves", "approves"], manager),
        level("First with the limit", 2, ["none", "approves"], byLimit),
      ],
    ),
  ],
  rest: {
    measure: { kind: "gross" },
    holds: [
      {
        reason: "Over the supplier’s limit",
        blocks: ["pay"],
        when: { kind: "flag", field: "overSupplierLimit", is: true },
      },
      {
        reason: "Without an order",
        blocks: ["pay"],
        when: { kind: "choice", field: "match", is: "one of", values: ["no-order"] },
      },
    ],
    afterApproval: [{ kind: "post" }, { kind: "next payment run" }],
  },
};

const claims: StartingPolicy = {
  key: "claims-by-category",
  documentType: "expense-claim",
  title: "Claims, entertainment stricter",
  about: "Every claim is seen by the manager; larger ones, and any entertainment, also one step above.",
  sections: (currency) => [
    section(
      "entertainment",
      "Entertainment",
      { kind: "choice", field: "category", is: "one of", values: ["entertainment"] },
      [],
      [level("Line manager", 1, ["approves"], manager), level("Head of the unit above", 2, ["approves"], unitAbove)],
    ),
    section(
      "everything-else",
      "Everything else",
      "otherwise",
      [major(1_000, currency)],
      [
        level("Line manager", 1, ["approves", "approves"], manager),
        level("Head of the unit above", 2, ["none", "approves"], unitAbove),
      ],
    ),
  ],
  rest: {
    measure: { kind: "gross" },
    holds: [{ reason: "Receipt missing", blocks: ["pay"], when: { kind: "flag", field: "missingReceipt", is: true } }],
  },
};

const limits: StartingPolicy = {
  key: "limits-raised",
  documentType: "credit-limit-change",
  title: "Credit limits, raises only",
  about:
    "A higher limit, other payment terms or another bank account need approval, a lower limit or a phone number does not.",
  sections: (currency) => [
    section(
      "first-limit",
      "First limit",
      { kind: "flag", field: "firstLimit", is: true },
      [],
      [level("Line manager", 1, ["approves"], manager), level("First with the limit", 2, ["approves"], byLimit)],
    ),
    section(
      "raised",
      "Limit, terms or bank account changed",
      {
        kind: "any",
        of: [
          { kind: "change", field: "limit", is: "rose" },
          { kind: "change", field: "paymentTerms", is: "changed" },
          // Where money is sent back to is never changed without somebody seeing it.
          { kind: "change", field: "bankAccount", is: "changed" },
        ],
      },
      [major(20_000, currency)],
      [
        level("Line manager", 1, ["approves", "approves"], manager),
        level("First with the limit", 2, ["none", "approves"], byLimit),
      ],
    ),
    section("everything-else", "Everything else", "otherwise", [], [], 1),
  ],
  rest: { measure: { kind: "exposure" }, afterApproval: [{ kind: "apply changes" }] },
};

const supplierAccounts: StartingPolicy = {
  key: "supplier-accounts",
  documentType: "supplier-account",
  title: "Supplier accounts",
  about: "A new supplier, or another bank account of a known one, is seen twice before it can be paid; the rest once.",
  sections: () => [
    section(
      "new-or-bank",
      "New, or another bank account",
      {
        kind: "any",
        of: [
          { kind: "flag", field: "opening", is: true },
          { kind: "change", field: "bankAccount", is: "changed" },
        ],
      },
      [],
      [level("Line manager", 1, ["approves"], manager), level("Head of the unit above", 2, ["approves"], unitAbove)],
    ),
    section("everything-else", "Everything else", "otherwise", [], [level("Line manager", 1, ["approves"], manager)]),
  ],
  rest: { measure: { kind: "limit" }, afterApproval: [{ kind: "apply changes" }, { kind: "tell" }] },
};

export const STARTING_SET: readonly StartingPolicy[] = [orders, invoices, claims, limits, supplierAccounts];

function major(amount: number, currency: string): number {
  return amount * 10 ** minorDigits(currency);
}

/** A policy of the starting set under a name of its own, for some units. */
export function startFrom(
  start: StartingPolicy,
  own: { id: string; name: string; owner: string; units: string[]; currency: string },
): PolicyInput {
  const { id, name, owner, units, currency } = own;
  return {
    id,
    name,
    documentType: start.documentType,
    owner,
    scope: { units },
    currency,
    measure: { kind: "net" },
    ...start.rest,
    sections: start.sections(currency),
  };
}
