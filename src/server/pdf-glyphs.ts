import fs from "node:fs";
import path from "node:path";
import type { Content } from "pdfmake/interfaces";
import { projectRoot } from "./root";

/** The parts that a typeface comes in. A printed page needs each character from the part that has it, or it shows an empty box. */
export const SUBSETS = ["latin", "latin-ext", "vietnamese"] as const;
type Subset = (typeof SUBSETS)[number];

/** How a typeface is called in one of its parts. */
export const fontOf = (family: string, subset: Subset) => (subset === "latin" ? family : `${family} ${subset}`);

type Range = readonly [first: number, last: number];
let known: Record<Subset, Range[]> | null = null;

/** Which characters each part has, as the typeface itself says beside its files. */
function coverage(): Record<Subset, Range[]> {
  if (known) return known;
  const file = path.join(projectRoot(), "node_modules/@fontsource/archivo/unicode.json");
  const said = JSON.parse(fs.readFileSync(file, "utf8")) as Record<Subset, string>;
  known = Object.fromEntries(
    SUBSETS.map((subset) => [
      subset,
      said[subset].split(",").map((range): Range => {
        const [first, last = first] = range.replace("U+", "").split("-");
        return [Number.parseInt(first!, 16), Number.parseInt(last!, 16)];
      }),
    ]),
  ) as Record<Subset, Range[]>;
  return known;
}

function subsetOf(character: string): Subset | null {
  const code = character.codePointAt(0)!;
  return SUBSETS.find((subset) => coverage()[subset].some(([first, last]) => code >= first && code <= last)) ?? null;
}

/** Signs of ours that no typeface here has. */
const SAID: Readonly<Record<string, string>> = { "→": "to", "✓": "yes", "≥": "at least", "≤": "at most" };

/** A character that no part has is said by its letter without marks, or by its code point: nothing is lost and nothing is an empty box. */
function shown(character: string): string {
  if (subsetOf(character)) return character;
  const plain = character.normalize("NFKD").replace(/\p{M}/gu, "");
  const isShown = plain !== "" && [...plain].every((one) => subsetOf(one));
  return (
    SAID[character] ??
    (isShown ? plain : `[U+${character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, "0")}]`)
  );
}

/**
 * A text as runs of characters that one part of a typeface has.
 * @example runsOf("Łódź 5") // [{ text: "Ł", subset: "latin-ext" }, { text: "ód", subset: "latin" }, …]
 */
export function runsOf(text: string): { text: string; subset: Subset }[] {
  const runs: { text: string; subset: Subset }[] = [];
  for (const one of [...text].map(shown).join("")) {
    const subset = subsetOf(one) ?? "latin";
    const last = runs.at(-1);
    if (last && (last.subset === subset || one === " ")) last.text += one;
    else runs.push({ text: one, subset });
  }
  return runs;
}

/** Headings, which are set in a typeface of their own and stand in the bookmarks. */
const HEADINGS: readonly unknown[] = ["title", "section"];

/** Content with every character in the part of its typeface that has it, and with headings as bookmarks. */
export function withGlyphs<C extends Content>(content: C, family = "Archivo"): C {
  if (typeof content === "string") return inRuns({ text: content }, family) as C;
  if (Array.isArray(content)) return content.map((one: Content) => withGlyphs(one, family)) as C;
  if (typeof content !== "object" || content === null) return content;
  const node = { ...content } as Record<string, unknown>;
  const isHeading = HEADINGS.includes(node.style);
  const inner = isHeading ? "Literata" : family;
  for (const key of ["stack", "columns", "ul", "ol"])
    if (node[key]) node[key] = withGlyphs(node[key] as Content, inner);
  if (node.table) {
    const table = node.table as { body: Content[][] };
    node.table = { ...table, body: table.body.map((row) => row.map((cell) => withGlyphs(cell, inner))) };
  }
  if (Array.isArray(node.text)) node.text = withGlyphs(node.text as Content[], inner);
  const text = node.text;
  if (typeof text !== "string") return node as C;
  return inRuns({ ...node, ...(isHeading && { outline: true, outlineText: text }) }, inner) as C;
}

function inRuns(node: Record<string, unknown>, family: string): object {
  const text = node.text as string;
  const runs = runsOf(text);
  return { ...node, text: runs.map((run) => ({ text: run.text, font: fontOf(family, run.subset) })) };
}
