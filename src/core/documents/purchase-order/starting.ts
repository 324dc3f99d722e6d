import { firstWithLimit, lineManager, type StartingPlan } from "../starting";

/** Two steps, by common practice: nobody up to a first threshold, one approver over it, a second over another. */
export const orderStart: StartingPlan = {
  key: "orders-two-step",
  title: "Orders in two steps",
  about:
    "Small orders need nobody, larger ones the requester’s manager, large ones whoever in the line has the limit for it.",
  measure: "net",
  sections: [
    {
      name: "Everything else",
      when: "otherwise",
      thresholds: [2_500, 10_000],
      none: 1,
      levels: [lineManager("none", "approves", "approves"), firstWithLimit("none", "none", "approves")],
    },
  ],
};
