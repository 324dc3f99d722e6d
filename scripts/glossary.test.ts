// What docs/GLOSSARY.md says is not said stands in no text of the program: a word is settled once, and stays settled.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

/** Where the texts stand that people read: pages, sentences, letters and printed pages. */
const FOLDERS = ["src/app", "src/ui", "src/core/words", "src/core/audit-narrative", "src/core/documents", "src/server"];

/** Phrases of the column “Not” that mean something else elsewhere, with what. */
const OTHERWISE: Readonly<Record<string, string>> = {
  "in part": "a code, and “approved in part”",
  "by lapse": "a code",
  "not yet": "of what has not come, where it cancels nothing",
  "leave it": "of a cell or a line that is left as it is",
  "take it": "of a level that is handed over",
  "comes back": "of somebody, in a sentence",
};

/** Phrases of two words and more; a single word is often a good one in another place. */
function notSaid(): string[] {
  const lines = fs.readFileSync("docs/GLOSSARY.md", "utf8").split("\n");
  const from = lines.findIndex((line) => /^\| Say +\| Not/.test(line));
  return lines
    .slice(from + 2)
    .filter((line) => line.startsWith("|"))
    .flatMap((line) => line.split("|")[2]!.split(/[,;]/))
    .map((phrase) =>
      phrase
        .replace(/\(.*?\)/g, "")
        .trim()
        .toLowerCase(),
    )
    .filter((phrase) => phrase.includes(" ") && !Object.hasOwn(OTHERWISE, phrase));
}

function* files(folder: string): Generator<string> {
  for (const entry of fs.readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* files(file);
    else if (/\.tsx?$/.test(entry.name) && !/\.test\.tsx?$|\.d\.ts$/.test(entry.name)) yield file;
  }
}

/** A file without its comments, the modules it names, and the codes and keys of its reasons and kinds, which nobody reads. */
function textOf(file: string): string {
  return fs
    .readFileSync(file, "utf8")
    .replace(/\/\*[\s\S]*?\*\//g, "")
    .replace(/^\s*\/\/.*$/gm, "")
    .replace(/^(import|export)\b[^;]*?from "[^"]*";/gm, "")
    .replace(/"[^"\n]*"(\?)?:/g, "")
    .replace(/\b(code|kind|status|type|outcome|is|because)(: | === | !== )"[^"]*"/g, "")
    .replace(/\brefuse[d]?\(\s*"[^"]*"/g, "")
    .replace(/\s+/g, " ");
}

describe("the glossary", () => {
  it("names enough that is not said", () => expect(notSaid().length).toBeGreaterThan(25));

  it("is kept: nothing that it says is not said stands in a text", () => {
    const phrases = notSaid().map((phrase) => [phrase, new RegExp(`(?<![\\w-])${phrase}(?![\\w-])`, "i")] as const);
    const found = FOLDERS.flatMap((folder) => [...files(folder)]).flatMap((file) => {
      const text = textOf(file);
      return phrases.flatMap(([phrase, is]) => {
        const at = text.search(is);
        return at < 0 ? [] : [`${file}: “${phrase}” in “${text.slice(Math.max(0, at - 40), at + 60)}”`];
      });
    });
    expect(found).toEqual([]);
  });
});
