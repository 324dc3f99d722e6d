import { describe, expect, it } from "vitest";
import { policyOf, twoStep } from "../fixtures";
import { notCarriedOut, readPolicy, type Policy } from "../policy";
import type { FindingBody } from "./finding";
import { mended as made, remediesOf, type Remedy } from "./remedies";

const policy = policyOf(twoStep);
const NAMES = { level: "Head of the unit above Fleet", hold: "Bank details changed" };
const mended = (one: Policy, remedy: Remedy) => made(one, remedy, NAMES);
const [section] = policy.sections as [Policy["sections"][0]];
const find = (id: string) => (id === policy.id ? policy : null);
const about = { policy: policy.id, section: section.id, documentType: policy.documentType, currency: "EUR" };
const body = (question: FindingBody["question"], figures: object) => ({ question, figures }) as unknown as FindingBody;
const threshold = section.thresholds.at(-1)!;
const crowding = body("crowding", { ...about, threshold, width: threshold.amount / 20 });

describe("what would mend a finding", () => {
  it("is measuring totals over a month, or over as long as it took, where amounts were divided", () => {
    const split = (days: number) => body("splitting", { ...about, threshold, days });
    expect(remediesOf(split(7), find)[0]).toEqual({ code: "measure total", policy: policy.id, days: 30 });
    expect(remediesOf(split(44.5), find)[0]).toMatchObject({ days: 45 });
    const after = mended(policy, remediesOf(split(7), find)[0]!);
    expect(after.measure).toEqual({ kind: "supplierTotal", days: 30 });
    expect(remediesOf(split(7), () => after).map(({ code }) => code)).not.toContain("measure total");
  });
  it("is one more level for what the unit sends, last, wherever anybody is asked, and once", () => {
    const split = body("splitting", { ...about, threshold, days: 7, unit: "fleet" });
    const remedy = remediesOf(split, find).find(({ code }) => code === "add level")!;
    const after = mended(policy, remedy);
    const level = after.sections[0]!.levels.at(-1)!;
    expect(level).toMatchObject({
      name: NAMES.level,
      when: { kind: "choice", field: "unit", is: "one of", values: ["fleet"] },
      approvers: { kind: "headOfUnit", up: 1 },
    });
    expect(level.stage).toBeGreaterThan(Math.max(...section.levels.map(({ stage }) => stage)));
    expect(level.marks).toEqual(section.bands.map(({ approval }) => (approval === "required" ? "approves" : "none")));
    expect(remediesOf(split, () => after).map(({ code }) => code)).not.toContain("add level");
    expect(readPolicy(after)).toMatchObject({ ok: true });
  });
  it("is that two different people approve, where one who reads in seconds could at two levels", () => {
    const haste = (one: Policy) => remediesOf(body("haste", {}), () => one, [one.id]);
    expect(haste(policy)).toEqual([{ code: "must differ", policy: policy.id }]);
    const after = mended(policy, haste(policy)[0]!);
    expect(after.repeatedApprover).toBe("must differ");
    expect(haste(after)).toEqual([]);
    const single = { ...policy, sections: [{ ...section, levels: section.levels.slice(0, 1) }] };
    expect(haste(single)).toEqual([]);
  });
  it("is a hold after a change of the bank account, under policies that can tell one and do not hold for it", () => {
    const invoices = policyOf({ ...twoStep, documentType: "supplier-invoice", measure: { kind: "gross" } });
    const changed = (one: Policy) => remediesOf(body("bankChanges", {}), () => one, [one.id]);
    expect(changed(policy)).toEqual([]);
    expect(changed(invoices)).toEqual([{ code: "hold bank change", policy: invoices.id }]);
    const after = mended(invoices, changed(invoices)[0]!);
    expect(after.holds.at(-1)).toMatchObject({ reason: NAMES.hold, blocks: ["pay"], keeps: true });
    expect(readPolicy(after)).toMatchObject({ ok: true });
    expect(changed(after)).toEqual([]);
  });
  it("is a lower threshold as well where amounts crowd below one, as long as another is not in the way", () => {
    const [, remedy] = remediesOf(crowding, find);
    expect(remedy).toMatchObject({ code: "move threshold", from: threshold.amount, to: threshold.amount * 0.95 });
    expect(mended(policy, remedy!).sections[0]!.thresholds.at(-1)!.amount).toBe(threshold.amount * 0.95);
    const far = body("crowding", { ...about, threshold, width: threshold.amount });
    expect(remediesOf(far, find).map(({ code }) => code)).toEqual(["measure total"]);
  });
  it("is telling a level instead of asking it, in the bands in which somebody else approves too", () => {
    const noise = (level: string) => remediesOf(body("noise", { policy: policy.id, level }), find);
    const found = section.levels.map(({ id }) => noise(id));
    const remedy = found.flat()[0]!;
    const after = mended(policy, remedy);
    after.sections[0]!.bands.forEach(({ approval }, band) => {
      const approving = (one: Policy) =>
        one.sections[0]!.levels.filter(({ marks }) => marks[band] === "approves").length;
      if (approval === "required") expect(approving(after)).toBeGreaterThan(0);
      expect(approving(after)).toBeLessThanOrEqual(approving(policy));
    });
    expect(after.sections[0]!.levels.flatMap(({ marks }) => marks)).toContain("told");
  });
  it("leaves a policy that can be put in force", () => {
    for (const remedy of remediesOf(crowding, find)) {
      const after = mended(policy, remedy);
      expect(readPolicy(after)).toMatchObject({ ok: true });
      expect(notCarriedOut(after)).toEqual(notCarriedOut(policy));
    }
  });
  it("is nothing where no rule would, or the policy is not in force any more", () => {
    expect(remediesOf(body("haste", {}), find)).toEqual([]);
    expect(remediesOf(crowding, () => null)).toEqual([]);
    expect(mended(policy, { code: "tell instead", policy: policy.id, level: "nobody" })).toBe(policy);
  });
});
