import type { PolicyInput } from "@/core/policy";

type SectionInput = PolicyInput["sections"][number];

/** Nobody stands above the managing director, so two colleagues decide what he asks for. */
const managingDirector: SectionInput = {
  id: "managing-director",
  name: "Managing director’s own",
  when: { kind: "choice", field: "requester", is: "one of", values: ["goncalo-abrantes"] },
  thresholds: [{ amount: 50_000, exact: "below" }],
  bands: [{ approval: "none" }, { approval: "required" }],
  levels: [
    {
      id: "directors",
      name: "Both other directors",
      stage: 1,
      marks: ["none", "approves"],
      approvers: { kind: "group", group: "directors" },
      quorum: { kind: "all" },
    },
  ],
};

const dryDock: SectionInput = {
  id: "dry-dock-and-engine-work",
  name: "Dry-dock and engine work",
  when: { kind: "choice", field: "category", is: "one of", values: ["dry-dock", "engine"] },
  thresholds: [
    { amount: 200_000, exact: "below" },
    { amount: 2_000_000, exact: "below" },
    { amount: 15_000_000, exact: "above" },
  ],
  bands: [{ approval: "none" }, { approval: "required" }, { approval: "required" }, { approval: "required" }],
  levels: [
    {
      id: "line-manager",
      name: "Line manager",
      stage: 1,
      marks: ["none", "approves", "approves", "approves"],
      approvers: { kind: "manager", up: 1 },
    },
    {
      id: "technical-committee",
      name: "Technical committee",
      stage: 2,
      marks: ["none", "approves", "approves", "approves"],
      approvers: { kind: "group", group: "technical-committee" },
      quorum: { kind: "one" },
    },
    {
      id: "finance-director",
      name: "Finance director",
      stage: 2,
      marks: ["none", "none", "approves", "approves"],
      approvers: { kind: "people", people: ["teodora-lins", "goncalo-abrantes"] },
    },
    {
      id: "directors",
      name: "All directors",
      stage: 3,
      marks: ["none", "none", "none", "approves"],
      approvers: { kind: "group", group: "directors" },
      quorum: { kind: "all" },
    },
  ],
};

const everythingElse: SectionInput = {
  id: "everything-else",
  name: "Everything else",
  when: "otherwise",
  thresholds: [
    { amount: 50_000, exact: "below" },
    { amount: 500_000, exact: "below" },
    { amount: 2_500_000, exact: "below" },
  ],
  bands: [{ approval: "none" }, { approval: "required" }, { approval: "required" }, { approval: "required" }],
  levels: [
    {
      id: "line-manager",
      name: "Line manager",
      stage: 1,
      marks: ["none", "approves", "approves", "approves"],
      approvers: { kind: "manager", up: 1 },
    },
    {
      id: "unit-above",
      name: "Head of the unit above",
      stage: 2,
      marks: ["none", "none", "approves", "approves"],
      approvers: { kind: "headOfUnit", up: 1 },
    },
    {
      id: "technology-lead",
      name: "Technology lead",
      stage: 2,
      marks: ["none", "none", "approves", "approves"],
      when: { kind: "choice", field: "category", is: "one of", values: ["it"] },
      approvers: { kind: "people", people: ["ivo-sampaio", "ilda-fontes"] },
    },
    {
      id: "finance-director",
      name: "Finance director",
      stage: 3,
      marks: ["none", "none", "told", "approves"],
      approvers: { kind: "people", people: ["teodora-lins", "goncalo-abrantes"] },
    },
  ],
};

/** The order policy of Marévia Lines as it is in force. */
export const orderPolicy: PolicyInput = {
  id: "purchase-orders",
  name: "Purchase orders",
  documentType: "purchase-order",
  owner: "benedita-corvo",
  scope: { units: ["marevia"] },
  currency: "EUR",
  measure: { kind: "net" },
  sections: [managingDirector, dryDock, everythingElse],
};

/** The same with what is said of edits and of what follows the approval. */
export const orderPolicyInForce: PolicyInput = {
  ...orderPolicy,
  edits: {
    fields: ["supplier", "net", "category"],
    toleranceMinor: 10_000,
    tolerancePercent: 2,
    effect: "start again",
  },
  afterApproval: [{ kind: "send to supplier" }],
};

/** Last year's version: lower thresholds in the section for everything else. */
export const lastYearsPolicy: PolicyInput = {
  ...orderPolicyInForce,
  sections: [
    managingDirector,
    dryDock,
    {
      ...everythingElse,
      thresholds: [
        { amount: 25_000, exact: "below" },
        { amount: 500_000, exact: "below" },
        { amount: 2_000_000, exact: "below" },
      ],
    },
  ],
};
