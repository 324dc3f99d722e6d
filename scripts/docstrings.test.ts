// Every exported function of the core and the server says what it does: whoever calls one reads that and not its body.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";

const src = path.join(import.meta.dirname, "../src");
const EXPORTED = /^export (?:async )?function\*? ?(\w+)|^export const (\w+) = (?:async )?(?:\(|<)/;

/** The exported functions of a file that no comment stands before. */
export function withoutComment(text: string): string[] {
  const lines = text.split("\n");
  return lines.flatMap((line, index) => {
    const found = EXPORTED.exec(line);
    return found && !lines[index - 1]?.trim().endsWith("*/") ? [found[1] ?? found[2]!] : [];
  });
}

describe("docstrings", () => {
  it("one that is missing is found", () => {
    const text =
      "/** Said. */\nexport function a() {}\nexport function b() {}\nexport const c = () => 1;\nconst d = () => 2;\n";
    expect(withoutComment(text)).toEqual(["b", "c"]);
  });

  it("stand before every exported function of core and server", () => {
    const missing = ["core", "server"].flatMap((layer) =>
      (fs.readdirSync(path.join(src, layer), { recursive: true }) as string[])
        .filter((name) => name.endsWith(".ts") && !name.endsWith(".test.ts") && !name.includes("fixtures"))
        .flatMap((name) =>
          withoutComment(fs.readFileSync(path.join(src, layer, name), "utf8")).map((one) => `${layer}/${name}: ${one}`),
        ),
    );
    expect(missing).toEqual([]);
  });
});
