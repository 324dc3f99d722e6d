import type { Condition } from "../../conditions";
import type { OrganisationKind, StartingPlan } from "../starting";

const ofCategory = (...values: string[]): Condition => ({ kind: "choice", field: "category", is: "one of", values });
const level = (
  name: string,
  approvers: StartingPlan["sections"][number]["levels"][number]["approvers"],
  ...marks: ("none" | "approves")[]
) => ({ name, marks, approvers });
const manager = (...marks: ("none" | "approves")[]) => level("Line manager", { kind: "manager", up: 1 }, ...marks);
const above = (...marks: ("none" | "approves")[]) =>
  level("Head of the unit above", { kind: "headOfUnit", up: 1 }, ...marks);
const withLimit = (...marks: ("none" | "approves")[]) =>
  level("First with the limit", { kind: "lineByLimit", climb: "straight" }, ...marks);
const rest = (thresholds: number[], levels: StartingPlan["sections"][number]["levels"], none = 0) => ({
  id: "everything-else",
  name: "Everything else",
  when: "otherwise" as const,
  thresholds,
  levels,
  ...(none && { none }),
});

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
        id: "goods-for-resale",
        name: "Goods for resale",
        when: ofCategory("goods-for-resale"),
        thresholds: [5_000, 25_000],
        none: 1,
        levels: [manager("none", "approves", "approves"), withLimit("none", "none", "approves")],
      },
      rest([1_000, 10_000], [manager("none", "approves", "approves"), withLimit("none", "none", "approves")], 1),
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
        id: "subcontracted-work",
        name: "Subcontracted work",
        when: ofCategory("subcontracted-work"),
        thresholds: [5_000],
        levels: [manager("approves", "approves"), above("none", "approves")],
      },
      rest([1_000, 5_000], [manager("none", "approves", "approves"), withLimit("none", "none", "approves")], 1),
    ],
  },
  "public-body": {
    key: "orders-public-body",
    title: "Orders of a public body",
    about: "Everything is seen by two, works by a third from an amount on: nobody commits public money alone.",
    measure: "net",
    sections: [
      {
        id: "works",
        name: "Works",
        when: ofCategory("works"),
        thresholds: [25_000],
        levels: [manager("approves", "approves"), above("approves", "approves"), withLimit("none", "approves")],
      },
      rest(
        [1_000, 10_000],
        [
          manager("approves", "approves", "approves"),
          above("none", "approves", "approves"),
          withLimit("none", "none", "approves"),
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
        id: "events",
        name: "Events",
        when: ofCategory("events"),
        thresholds: [1_000],
        levels: [manager("approves", "approves"), above("none", "approves")],
      },
      rest([100, 500], [manager("none", "approves", "approves"), above("none", "none", "approves")], 1),
    ],
  },
};
