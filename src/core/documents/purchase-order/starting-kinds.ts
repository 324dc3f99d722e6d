import {
  firstWithLimit,
  headAbove,
  lineManager,
  ofCategory,
  otherwise,
  type OrganisationKind,
  type StartingPlan,
} from "../starting";

/** Policies for orders by the kind of organisation: each names a category that the lists of its kind bring. */
export const orderStarts: Readonly<Record<OrganisationKind, StartingPlan>> = {
  trade: {
    key: "orders-trade",
    title: "Orders of a trader",
    about:
      "Goods for resale need nobody up to a larger amount, since they are ordered every day; what the house itself uses is asked about earlier.",
    measure: "net",
    sections: [
      {
        name: "Goods for resale",
        when: ofCategory("goods-for-resale"),
        thresholds: [5_000, 25_000],
        none: 1,
        levels: [lineManager("none", "approves", "approves"), firstWithLimit("none", "none", "approves")],
      },
      otherwise(
        [1_000, 10_000],
        [lineManager("none", "approves", "approves"), firstWithLimit("none", "none", "approves")],
        1,
      ),
    ],
  },
  services: {
    key: "orders-services",
    title: "Orders of a service firm",
    about:
      "Work that is given to others is always seen by the manager and, from an amount on, one step above; the rest in two steps.",
    measure: "net",
    sections: [
      {
        name: "Subcontracted work",
        when: ofCategory("subcontracted-work"),
        thresholds: [5_000],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
      otherwise(
        [1_000, 5_000],
        [lineManager("none", "approves", "approves"), firstWithLimit("none", "none", "approves")],
        1,
      ),
    ],
  },
  "public-body": {
    key: "orders-public-body",
    title: "Orders of a public body",
    about: "Everything is seen by two, works by a third from an amount on: nobody commits public money alone.",
    measure: "net",
    sections: [
      {
        name: "Works",
        when: ofCategory("works"),
        thresholds: [25_000],
        levels: [
          lineManager("approves", "approves"),
          headAbove("approves", "approves"),
          firstWithLimit("none", "approves"),
        ],
      },
      otherwise(
        [1_000, 10_000],
        [
          lineManager("approves", "approves", "approves"),
          headAbove("none", "approves", "approves"),
          firstWithLimit("none", "none", "approves"),
        ],
      ),
    ],
  },
  association: {
    key: "orders-association",
    title: "Orders of an association",
    about:
      "Small amounts are seen by one, and everything larger by two; events are asked about from the first amount on.",
    measure: "net",
    sections: [
      {
        name: "Events",
        when: ofCategory("events"),
        thresholds: [1_000],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
      otherwise([100, 500], [lineManager("none", "approves", "approves"), headAbove("none", "none", "approves")], 1),
    ],
  },
};
