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

/** Fuel is called off every week under frame contracts: nobody is asked for small calls, and the treasurer always hears of large ones. */
const fuel: SectionInput = {
  id: "fuel",
  name: "Fuel",
  when: { kind: "choice", field: "category", is: "one of", values: ["fuel"] },
  thresholds: [
    { amount: 150_000, exact: "below" },
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
      id: "treasurer",
      name: "Treasurer",
      stage: 3,
      marks: ["none", "none", "told", "told"],
      approvers: { kind: "people", people: ["rosalind-amado"] },
    },
    {
      id: "finance-director",
      name: "Finance director",
      stage: 3,
      marks: ["none", "none", "none", "approves"],
      approvers: { kind: "people", people: ["teodora-lins", "goncalo-abrantes"] },
    },
  ],
};

/** Whoever runs the systems looks at what is to be run, besides the manager who pays for it. */
const technology: SectionInput = {
  id: "technology",
  name: "Technology",
  when: { kind: "choice", field: "category", is: "one of", values: ["it"] },
  thresholds: [
    { amount: 50_000, exact: "below" },
    { amount: 500_000, exact: "below" },
  ],
  bands: [{ approval: "none" }, { approval: "required" }, { approval: "required" }],
  levels: [
    {
      id: "line-manager",
      name: "Line manager",
      stage: 1,
      marks: ["none", "approves", "approves"],
      approvers: { kind: "manager", up: 1 },
    },
    {
      id: "technology-lead",
      name: "Technology lead",
      stage: 1,
      marks: ["none", "told", "approves"],
      approvers: { kind: "people", people: ["ivo-sampaio", "ilda-fontes"] },
    },
    {
      id: "finance-director",
      name: "Finance director",
      stage: 2,
      marks: ["none", "none", "approves"],
      approvers: { kind: "people", people: ["teodora-lins", "goncalo-abrantes"] },
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
  sections: [managingDirector, dryDock, fuel, technology, everythingElse],
};

/** What each level lets whoever decides do beside saying yes or no, by the level's id. */
const WAYS: Record<string, Partial<SectionInput["levels"][number]>> = {
  "line-manager": {
    handOver: "to anyone eligible",
    timeLimit: { amount: 8, unit: "working hours" },
    reminders: [
      { before: true, after: { amount: 2, unit: "working hours" }, to: "approver" },
      { before: false, after: { amount: 4, unit: "working hours" }, to: "manager" },
    ],
  },
  "unit-above": {
    handOver: "to anyone eligible",
    mayAddApprover: true,
    timeLimit: { amount: 2, unit: "working days" },
    reminders: [{ before: true, after: { amount: 4, unit: "working hours" }, to: "approver" }],
  },
  "finance-director": { mayAddApprover: true, timeLimit: { amount: 5, unit: "working days" } },
  directors: { signature: "drawn" },
};

const withWays = (section: SectionInput): SectionInput => ({
  ...section,
  levels: section.levels.map((level) => ({ ...level, ...WAYS[level.id] })),
});

/** The same with what is said of handing over, signing, edits, who is told, and what follows the approval. */
export const orderPolicyInForce: PolicyInput = {
  ...orderPolicy,
  sections: orderPolicy.sections.map(withWays),
  messages: [{ on: "declined", to: "manager" }],
  onSubmit: "Order only once it is approved: what is ordered before is not paid.",
  edits: {
    fields: ["supplier", "net", "category"],
    toleranceMinor: 10_000,
    tolerancePercent: 2,
    effect: "start again",
  },
  afterApproval: [{ kind: "send to supplier" }],
};

const { onSubmit: _, ...withoutWord } = orderPolicyInForce;

/** Last year's version: lower thresholds in the section for everything else. */
export const lastYearsPolicy: PolicyInput = {
  ...withoutWord,
  messages: [],
  sections: [
    managingDirector,
    dryDock,
    fuel,
    technology,
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
