import { describe, expect, it } from "vitest";
import { QUESTION_NAMES, USUAL_LOOKOUT } from "../lookout";
import { howWorked } from "./lookout-how";

/** What stands at a path of the settings. */
const at = (path: string) =>
  path.split(".").reduce<unknown>((within, key) => (within as Record<string, unknown>)[key], USUAL_LOOKOUT);

/** Every setting by its path, but those of all questions. */
function paths(settings: object, before = ""): string[] {
  return Object.entries(settings).flatMap(([key, value]) =>
    typeof value === "object" && !Array.isArray(value)
      ? paths(value as object, `${before}${key}.`)
      : [`${before}${key}`],
  );
}

describe("how a question is worked out", () => {
  it.each(QUESTION_NAMES)("%s: what it asks, how, and by whom that was published, in whole sentences", (name) => {
    const { asks, how, source, settings } = howWorked(name);
    expect(asks).toMatch(/^[A-Z].*[?.]$/);
    expect(how).toMatch(/^[A-Z].*\.$/);
    expect(source).toMatch(/^[A-Z].*\.$/);
    for (const { at: path, label, said, why } of settings(USUAL_LOOKOUT)) {
      expect(path.startsWith(`${name}.`)).toBe(true);
      expect(at(path)).toBeDefined();
      expect([label, said, why].every((text) => text.length > 0)).toBe(true);
    }
  });
  it("names every setting there is, but for how much people differ and what holds for all questions", () => {
    const said = QUESTION_NAMES.flatMap((name) =>
      howWorked(name)
        .settings(USUAL_LOOKOUT)
        .map((one) => one.at),
    );
    const all = paths(USUAL_LOOKOUT).filter((path) => !path.endsWith(".alike") && path.includes("."));
    expect(said.toSorted()).toEqual(all.toSorted());
  });
  it("says what is set now", () => {
    const settings = { ...USUAL_LOOKOUT, splitting: { days: [0.5, 9], fewest: 3 } };
    expect(
      howWorked("splitting")
        .settings(settings)
        .map(({ said }) => said),
    ).toEqual(["Added up within 12 hours and 9 days.", "Asked of 3 documents or more."]);
  });
});
