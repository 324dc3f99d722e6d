import {
  headAbove,
  lineManager,
  ofCategory,
  otherwise,
  type OrganisationKind,
  type StartingPlan,
  type StartingSection,
} from "../starting";

/** What passes a ceiling of its category, seen by two whatever it comes to. */
const overCeiling: StartingSection = {
  name: "Over a ceiling",
  when: { kind: "flag", field: "overCeiling", is: true },
  thresholds: [],
  levels: [lineManager("approves"), headAbove("approves")],
};
const holds: StartingPlan["holds"] = [
  { reason: "Receipt missing", blocks: ["pay"], when: { kind: "flag", field: "missingReceipt", is: true } },
];

/** Policies for claims by the kind of organisation: each names categories that the lists of its kind bring. */
export const claimStarts: Readonly<Record<OrganisationKind, StartingPlan>> = {
  trade: {
    key: "claims-trade",
    title: "Claims of a trader",
    about:
      "What was spent on customers is seen one step above the manager from a small amount on, since it is a favour as well as an expense; travel by the manager alone.",
    measure: "gross",
    sections: [
      overCeiling,
      {
        name: "Spent on customers",
        when: ofCategory("meals-with-customers", "samples"),
        thresholds: [250],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
      otherwise([1_000], [lineManager("approves", "approves"), headAbove("none", "approves")]),
    ],
    holds,
  },
  services: {
    key: "claims-services",
    title: "Claims of a service firm",
    about:
      "Travel to clients is spent every week and seen by the manager; books and courses are asked about one step above from an amount on, since they are for years.",
    measure: "gross",
    sections: [
      overCeiling,
      {
        name: "Books and courses",
        when: ofCategory("books-and-courses"),
        thresholds: [500],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
      otherwise([2_500], [lineManager("approves", "approves"), headAbove("none", "approves")]),
    ],
    holds,
  },
  "public-body": {
    key: "claims-public-body",
    title: "Claims of a public body",
    about: "Official travel is seen by the manager; anything else by two, whatever it comes to.",
    measure: "gross",
    sections: [
      overCeiling,
      {
        name: "Official travel",
        when: ofCategory("official-travel", "accommodation", "daily-needs"),
        thresholds: [500],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
      otherwise([], [lineManager("approves"), headAbove("approves")]),
    ],
    holds,
  },
  association: {
    key: "claims-association",
    title: "Claims of an association",
    about:
      "Fares are seen by one, up to an amount that somebody who gives their time should not wait for; all else by two from a small amount on.",
    measure: "gross",
    sections: [
      overCeiling,
      {
        name: "Fares",
        when: ofCategory("fares", "overnight-stay"),
        thresholds: [250],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
      otherwise([100], [lineManager("approves", "approves"), headAbove("none", "approves")]),
    ],
    holds,
  },
};
