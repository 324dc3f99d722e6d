import type { FindingCode } from "@/core/checks";
import type { PolicyInput } from "@/core/policy";

type SectionInput = PolicyInput["sections"][number];
type LevelInput = SectionInput["levels"][number];

const manager = (marks: LevelInput["marks"]): LevelInput => ({
  id: "line-manager",
  name: "Line manager",
  stage: 1,
  marks,
  approvers: { kind: "manager", up: 1 },
});
const above = (marks: LevelInput["marks"]): LevelInput => ({
  id: "unit-above",
  name: "Head of the unit above",
  stage: 2,
  marks,
  approvers: { kind: "headOfUnit", up: 1 },
});

const section = (thresholds: number[], bands: ("none" | "required")[], levels: LevelInput[]): SectionInput => ({
  id: "everything-else",
  name: "Everything else",
  when: "otherwise",
  thresholds: thresholds.map((amount) => ({ amount, exact: "below" as const })),
  bands: bands.map((approval) => ({ approval })),
  levels,
});

const draft = (name: string, unit: string, ...sections: SectionInput[]): PolicyInput => ({
  id: "draft",
  name,
  documentType: "purchase-order",
  scope: { units: [unit] },
  currency: "EUR",
  measure: { kind: "net" },
  sections,
});

const sound = section(
  [50_000, 500_000],
  ["none", "required", "required"],
  [manager(["none", "approves", "approves"]), above(["none", "none", "approves"])],
);
const category = (id: string, name: string, values: string[]): SectionInput => ({
  ...sound,
  id,
  name,
  when: { kind: "choice", field: "category", is: "one of", values },
});

/** Drafts that somebody left lying, each with one fault for the checks to find. */
export const faultyDrafts: readonly { policy: PolicyInput; fault: FindingCode }[] = [
  {
    fault: "no approving level",
    policy: draft(
      "Crewing purchases",
      "crewing",
      section([50_000, 500_000], ["none", "required", "required"], [manager(["none", "approves", "none"])]),
    ),
  },
  {
    fault: "section never applies",
    policy: draft(
      "Terminal upkeep",
      "porto-savel",
      category("gear", "Gear", ["deck", "services"]),
      category("safety", "Safety gear", ["deck"]),
      sound,
    ),
  },
  {
    fault: "dead end",
    policy: draft(
      "Ticket office supplies",
      "tickets",
      section(
        [100_000],
        ["none", "required"],
        [
          {
            id: "passenger-heads",
            name: "Heads of Passenger Services",
            stage: 1,
            marks: ["none", "approves"],
            approvers: { kind: "group", group: "passenger-heads" },
            quorum: { kind: "n", n: 5 },
          },
        ],
      ),
    ),
  },
  {
    fault: "inversion",
    policy: draft(
      "Retail stock",
      "on-board-retail",
      section(
        [30_000, 60_000],
        ["none", "required", "required"],
        [manager(["none", "approves", "approves"]), above(["none", "approves", "none"])],
      ),
    ),
  },
  {
    fault: "sections overlap",
    policy: draft(
      "Island quay orders",
      "ilha-gra",
      category("fuel-and-deck", "Fuel and deck", ["fuel", "deck"]),
      category("deck-and-office", "Deck and office", ["deck", "office"]),
      sound,
    ),
  },
  {
    fault: "same people",
    policy: {
      ...draft(
        "Galley supplies",
        "catering",
        section(
          [50_000],
          ["none", "required"],
          [
            manager(["none", "approves"]),
            {
              id: "head-of-unit",
              name: "Head of the unit",
              stage: 2,
              marks: ["none", "approves"],
              approvers: { kind: "headOfUnit", up: 0 },
            },
          ],
        ),
      ),
      selfApproval: { rule: "manager" },
      repeatedApprover: "must differ",
    },
  },
  {
    fault: "limit too low",
    policy: draft(
      "Legal services bought in",
      "legal",
      section(
        [100_000, 3_000_000],
        ["none", "required", "required"],
        [manager(["none", "approves", "approves"]), above(["none", "none", "approves"])],
      ),
    ),
  },
];
