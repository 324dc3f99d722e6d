import { headAbove, lineManager, type StartingPlan } from "../starting";

export const supplierAccountStart: StartingPlan = {
  key: "supplier-accounts",
  title: "Supplier accounts",
  about: "A new supplier, or another bank account of a known one, is seen twice before it can be paid; the rest once.",
  measure: "limit",
  sections: [
    {
      name: "New, or another bank account",
      when: {
        kind: "any",
        of: [
          { kind: "flag", field: "opening", is: true },
          { kind: "change", field: "bankAccount", is: "changed" },
        ],
      },
      thresholds: [],
      levels: [lineManager("approves"), headAbove("approves")],
    },
    {
      name: "Everything else",
      when: "otherwise",
      thresholds: [],
      levels: [lineManager("approves")],
    },
  ],
  afterApproval: ["apply changes", "tell"],
};
