/** A policy for orders of one band with one level that is varied, for tests of what a level does. */
import type { PolicyInput } from "@/core/policy";
import { newCommandId } from "@/server/log/log";
import { orderPolicy } from "./policy";
import { reviewedInForce } from "./put-in-force";
import type { TestApp } from "./test-app";

export type LevelInput = PolicyInput["sections"][number]["levels"][number];
const OWN: LevelInput = {
  id: "own",
  name: "Own level",
  stage: 1,
  marks: ["approves"],
  approvers: { kind: "people", people: ["rui-tavares", "teodora-lins"] },
};

/** A policy for orders of one band with one level of Rui or Teodora, varied, and further levels. */
export function withLevel(
  app: TestApp,
  level: Partial<LevelInput>,
  extra: Partial<PolicyInput> = {},
  more: LevelInput[] = [],
) {
  const rest = { ...orderPolicy.sections.at(-1)!, thresholds: [], bands: [{ approval: "required" as const }] };
  const policy: PolicyInput = {
    ...orderPolicy,
    ...extra,
    sections: [{ ...rest, levels: [{ ...OWN, ...level }, ...more] }],
  };
  reviewedInForce(app, newCommandId, {
    policy,
    basedOn: 1,
    note: "x",
    from: "2026-03-10",
    letStand: "Only for this test",
  });
}
