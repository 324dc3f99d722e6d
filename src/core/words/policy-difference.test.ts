// Two versions of a policy are told apart by their data: whatever is changed in one of everything is found, and other words find the same.
import { describe, expect, it } from "vitest";
import { directory, policyOf } from "../fixtures";
import { credit, everything } from "../fixtures/everything";
import { PolicySchema, type PolicyInput } from "../policy";
import { policyDifferences, speakThrough } from ".";

/** Every value of a policy with another in its place; those that the schema refuses are left out. */
function changedOnce(input: PolicyInput): { path: string; changed: PolicyInput }[] {
  const found: { path: string; changed: PolicyInput }[] = [];
  const whole = PolicySchema.parse(input);
  const walk = (value: unknown, path: (string | number)[]): void => {
    if (typeof value === "object" && value !== null)
      return Object.entries(value).forEach(([key, part]) => walk(part, [...path, key]));
    for (const other of othersFor(value)) {
      const changed = structuredClone(whole) as unknown as Record<string, unknown>;
      const holder = path.slice(0, -1).reduce<Record<string, unknown>>((at, key) => at[key] as never, changed);
      holder[path.at(-1)!] = other;
      const read = PolicySchema.safeParse(changed);
      if (read.success) found.push({ path: path.join("."), changed: read.data });
    }
  };
  walk(whole, []);
  return found;
}

const WORDS =
  "approve decline wait manager before none approves told one all majority two-of working-days send pay hold company engines boss head directors treasurer net gross";

function othersFor(value: unknown): unknown[] {
  if (typeof value === "number") return [value + 1];
  if (typeof value === "boolean") return [!value];
  return typeof value === "string" ? [`${value}x`, ...WORDS.split(" ")].filter((one) => one !== value) : [];
}

// Ids tell parts apart and are no part of what a policy says; a type never changes, since another type is another policy.
const NOT_SAID = /^(id|documentType|sections\.\d+\.(id|levels\.\d+\.id))$/;

describe("differences of two versions", () => {
  it.each([
    ["one of everything", everything],
    ["a policy of credit limits", credit],
  ])("%s: whatever is changed is found, and what is the same is not", (_name, input) => {
    const before = policyOf(input);
    expect(policyDifferences(before, before, directory)).toEqual([]);
    const changed = changedOnce(input).filter(({ path }) => !NOT_SAID.test(path));
    expect(changed.length).toBeGreaterThan(20);
    const missed = changed.filter(
      ({ changed: after }) => policyDifferences(before, policyOf(after), directory).length === 0,
    );
    expect(missed.map(({ path }) => path)).toEqual([]);
  });

  it("are the same in other words", () => {
    const [before, after] = [policyOf(everything), policyOf({ ...everything, currency: "NOK" })];
    const places = () => policyDifferences(before, after, directory).map(({ place }) => place);
    const plain = places();
    const back = speakThrough((sentence) => `[${sentence}]`);
    try {
      expect(places()).toEqual(plain);
    } finally {
      back();
    }
  });
});
