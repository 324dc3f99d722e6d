import { firstWithLimit, lineManager, type StartingPlan } from "../starting";

export const limitStart: StartingPlan = {
  key: "limits-raised",
  title: "Credit limits, raises only",
  about:
    "A higher limit, other payment terms or another bank account need approval, a lower limit or a phone number does not.",
  measure: "exposure",
  sections: [
    {
      name: "First limit",
      when: { kind: "flag", field: "firstLimit", is: true },
      thresholds: [],
      levels: [lineManager("approves"), firstWithLimit("approves")],
    },
    {
      name: "Limit, terms or bank account changed",
      when: {
        kind: "any",
        of: [
          { kind: "change", field: "limit", is: "rose" },
          { kind: "change", field: "paymentTerms", is: "changed" },
          // Where money is sent back to is never changed without somebody seeing it.
          { kind: "change", field: "bankAccount", is: "changed" },
        ],
      },
      thresholds: [20_000],
      levels: [lineManager("approves", "approves"), firstWithLimit("none", "approves")],
    },
    { name: "Everything else", when: "otherwise", thresholds: [], none: 1, levels: [] },
  ],
  afterApproval: ["apply changes"],
};
