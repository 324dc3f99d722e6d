import { firstWithLimit, headAbove, lineManager, type StartingPlan } from "../starting";

export const invoiceStart: StartingPlan = {
  key: "invoices-matched",
  title: "Invoices, matched ones lighter",
  about: "What was ordered and received passes lightly; what differs or has no order needs as much as an order would.",
  measure: "gross",
  sections: [
    {
      name: "Bank details changed",
      when: { kind: "flag", field: "bankDetailsChanged", is: true },
      thresholds: [],
      levels: [lineManager("approves"), headAbove("approves")],
    },
    {
      name: "Matched",
      when: { kind: "choice", field: "match", is: "one of", values: ["matched"] },
      thresholds: [10_000],
      none: 1,
      levels: [lineManager("none", "approves")],
    },
    {
      name: "Everything else",
      when: "otherwise",
      thresholds: [10_000],
      levels: [lineManager("approves", "approves"), firstWithLimit("none", "approves")],
    },
  ],
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
  afterApproval: ["post", "next payment run"],
};
