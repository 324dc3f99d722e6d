// Colours that are read or that tell parts of a picture apart, against what they stand on: WCAG 2.2, 1.4.3 and 1.4.11, by its definition of relative luminance.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const css = fs.readFileSync(path.join(import.meta.dirname, "globals.css"), "utf8");
const colours = new Map([...css.matchAll(/--color-([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, hex]) => [name!, hex!]));
const fieldEdge = /@utility field \{\s*border: 1px solid (#[0-9a-f]{6})/.exec(css)![1]!;

function luminance(hex: string): number {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const part = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}

function contrast(one: string, other: string): number {
  const [light, dark] = [luminance(one), luminance(other)].toSorted((a, b) => b - a);
  return (light! + 0.05) / (dark! + 0.05);
}

const of = (name: string) => colours.get(name) ?? name;
const states = ["waiting", "held", "approved", "declined", "sentback", "draft"];

describe("contrast", () => {
  it("is worked out as WCAG defines it", () => {
    expect(contrast("#ffffff", "#000000")).toBeCloseTo(21, 5);
    // The example of the working group’s understanding document: grey of 4.54 on white.
    expect(contrast("#767676", "#ffffff")).toBeCloseTo(4.54, 2);
  });
  it.each([
    ...["paper", "panel", "white"].flatMap((ground) => ["ink", "soft", "harbour"].map((text) => [text, ground])),
    ["signal", "paper"],
    ["signal", "panel"],
    ["white", "harbour"],
    ["white", "signal"],
    ["white", "declined"],
    ...states.flatMap((state) => [
      [state, `${state}-wash`],
      [state, "paper"],
    ]),
  ] as [string, string][])("of text, %s on %s, is at least 4.5", (text, ground) => {
    expect(contrast(of(text), of(ground))).toBeGreaterThanOrEqual(4.5);
  });
  it.each([
    // The bars of last year’s documents, stakes, pennants and their outlines, the edge of a field, the ring of the focus.
    ["tide", "panel"],
    ["tide", "paper"],
    ["signal", "panel"],
    ["harbour", "panel"],
    ["harbour", "paper"],
    ["soft", "panel"],
    [fieldEdge, "white"],
    [fieldEdge, "paper"],
    [fieldEdge, "panel"],
    ["signal", "white"],
  ])("of a part of a picture or a control, %s on %s, is at least 3", (part, ground) => {
    expect(contrast(of(part), of(ground))).toBeGreaterThanOrEqual(3);
  });
});
