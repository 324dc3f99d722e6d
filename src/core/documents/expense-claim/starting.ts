import { headAbove, lineManager, type StartingPlan } from "../starting";

export const claimStart: StartingPlan = {
  key: "claims-by-amount",
  title: "Claims, over a ceiling stricter",
  about:
    "Every claim is seen by the manager; larger ones, and what passes a ceiling of its category, also one step above.",
  measure: "gross",
  sections: [
    {
      name: "Over a ceiling",
      when: { kind: "flag", field: "overCeiling", is: true },
      thresholds: [],
      levels: [lineManager("approves"), headAbove("approves")],
    },
    {
      name: "Everything else",
      when: "otherwise",
      thresholds: [1_000],
      levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
    },
  ],
  holds: [{ reason: "Receipt missing", blocks: ["pay"], when: { kind: "flag", field: "missingReceipt", is: true } }],
};
