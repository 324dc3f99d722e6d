// Sentences are made for people and read by nobody else: no code matches, slices or searches one.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const root = path.join(import.meta.dirname, "..");
const FOLDERS = ["src", "demo", "bin"];

/** What a variable or field is called that holds a sentence. */
const SENTENCE =
  "(?:message|reason|reasons|words|sentence|because|why|said|did|comment|text of why|arithmetic|explanation)";
const METHOD = "(?:match|matchAll|replace|replaceAll|includes|startsWith|endsWith|search|split|indexOf|slice)";

/** Places that take a sentence apart, line by line. */
export function readsProse(text: string): string[] {
  const called = new RegExp(`\\b${SENTENCE}\\)?!?\\??\\.${METHOD}\\(\\s*[/"'\`]`);
  const tested = new RegExp(`/[a-z]*\\.(?:test|exec)\\([\\w.!?[\\]]*\\b${SENTENCE}\\)`);
  return text.split("\n").filter((line) => called.test(line) || tested.test(line));
}

/** Texts of another's making that have to be read as they come, each with why. */
const ALLOWED: Readonly<Record<string, string>> = {
  "src/core/formats/dmn-reader.ts": "the library for DMN says what is wrong as text alone; its first line is passed on",
  "src/server/evidence/report.ts": "a full stop that somebody typed is not put twice",
  "bin/main.ts": "Node says what is wrong with an argument as text alone; its first sentence is passed on",
  "src/ui/people/limit-text.ts": "what somebody types for a limit is read",
};

const files = FOLDERS.flatMap((folder) =>
  (fs.readdirSync(path.join(root, folder), { recursive: true }) as string[])
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
    .map((name) => `${folder}/${name.replaceAll(path.sep, "/")}`),
);

describe("prose", () => {
  it("is read back nowhere", () => {
    const found = files
      .filter((file) => !(file in ALLOWED))
      .flatMap((file) =>
        readsProse(fs.readFileSync(path.join(root, file), "utf8")).map((line) => `${file}: ${line.trim()}`),
      );
    expect(found).toEqual([]);
    expect(files.length).toBeGreaterThan(500);
  });

  it.each([
    'name: one.reason.replace(/^not: /, "")',
    'const lost = missing.message.includes("rate");',
    "const most = Number(/^(\\d+) of/.exec(one.reason)?.[1] ?? 0);",
    'if (/vacant|has no members/.test(reason)) return "";',
    "const offered = why && /how about “(.+)”\\?/.exec(why.message)?.[1];",
    'message.slice(message.indexOf(": ") + 2)',
  ])("%s would be found", (line) => expect(readsProse(line)).toHaveLength(1));

  it.each(["const { reason } = event.data;", "reason.trim()", 'codes.includes("no rate")'])("%s is none", (line) =>
    expect(readsProse(line)).toEqual([]),
  );
});

/** Refusals whose sentence is written where they are made, instead of said for a code by the tables of words; what a schema says of one field is Zod’s “custom”. */
const madeByHand = (text: string) => text.match(/\{\s*code: (?!"custom")["'][^{}]*\bmessage: ["'`]/g) ?? [];

describe("a refusal", () => {
  it("is made by the one helper, in the browser as well", () => {
    const found = files.filter((file) => madeByHand(fs.readFileSync(path.join(root, file), "utf8")).length > 0);
    expect(found).toEqual([]);
  });

  it.each([
    '{ code: "missing", message: "Choose to whom." }',
    '{\n  code: "invalid",\n  path: at("price"),\n  message: `Line 1`,\n}',
  ])("%s would be found", (line) => expect(madeByHand(line)).toHaveLength(1));
});
