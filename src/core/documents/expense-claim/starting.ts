import { headAbove, lineManager, type StartingPlan } from "../starting";

export const claimStart: StartingPlan = {
  key: "claims-by-category",
  title: "Claims, entertainment stricter",
  about: "Every claim is seen by the manager; larger ones, and any entertainment, also one step above.",
  measure: "gross",
  sections: [
    {
      id: "entertainment",
      name: "Entertainment",
      when: { kind: "choice", field: "category", is: "one of", values: ["entertainment"] },
      thresholds: [],
      levels: [lineManager("approves"), headAbove("approves")],
    },
    {
      id: "everything-else",
      name: "Everything else",
      when: "otherwise",
      thresholds: [1_000],
      levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
    },
  ],
  holds: [{ reason: "Receipt missing", blocks: ["pay"], when: { kind: "flag", field: "missingReceipt", is: true } }],
};
