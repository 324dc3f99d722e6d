// Imports point one way: app -> ui, server -> core; workers -> core. The core knows nothing of screens, storage or Node.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { documentTypeKeys } from "@/core/documents";

const src = path.join(import.meta.dirname, "../src");

/** Packages that one folder alone may use: readers and writers of files stay with the formats, and what is drawn at random with the examples for tests. */
const IN_FOLDER: Record<string, readonly string[]> = {
  "dmn-moddle": ["core/formats/"],
  "fast-xml-parser": ["core/intake/", "core/formats/"],
  "fast-check": ["core/fixtures/"],
  re2js: ["core/patterns/"],
  "write-excel-file": ["server/tables/"],
  "read-excel-file": ["workers/"],
};

/** The folders of the core in their order: each knows those before it and none after it, types included, so that there is no circle. */
const ORDER = (
  "heap codes statistics reason text tables ids calendar money listing refusal lists drawn records conditions patterns own-fields people segregation payments messages documents policy " +
  "routing holds approval rehearsal lookout time-to-decision checks difference-in-effect stopped-orders first-steps organisation-history people-table list-table intake history-file formats words audit-narrative outcome notices authority " +
  "sampling starting-set fixtures"
).split(" ");

/**
 * What may make sentences in the core: what is told to people, and what still finds in words. Everything else gives codes and values, so that
 * nothing that is stored, hashed or compared can have a wording in it.
 */
const SPEAKS = ["words", "audit-narrative", "notices", "outcome", "authority", "fixtures"];

const MAY: Record<string, { layers: string[]; packages: (name: string) => boolean }> = {
  core: { layers: ["core"], packages: (name) => ["zod", "decimal.js", "@noble/hashes", "pure-rand"].includes(name) },
  server: { layers: ["core", "server"], packages: (name) => !/^(react|react-dom|radix-ui)$/.test(name) },
  ui: { layers: ["core", "ui", "workers"], packages: (name) => !/^(better-sqlite3|node:.*|file-type)$/.test(name) },
  workers: {
    layers: ["core", "workers"],
    packages: (name) => ["comlink", "csv-stringify", "fflate", "read-excel-file"].includes(name),
  },
  app: { layers: ["core", "server", "ui", "app", "workers"], packages: (name) => name !== "better-sqlite3" },
};

/** Why a file in a layer may not import something, or null. */
export function whyNotImport(file: string, target: string): string | null {
  const layer = file.split("/")[0]!;
  const rule = MAY[layer];
  if (!rule) return null; // proxy.ts stands beside the layers
  const local = target.startsWith("@/")
    ? target.slice(2)
    : target.startsWith(".")
      ? path.posix.join(path.posix.dirname(file), target)
      : null;
  if (local === null) {
    const name = target.startsWith("@")
      ? target.split("/").slice(0, 2).join("/")
      : target.startsWith("node:")
        ? target
        : target.split("/")[0]!;
    const folders = IN_FOLDER[name];
    return (folders ? folders.some((folder) => file.startsWith(folder)) : rule.packages(name))
      ? null
      : `${layer} must not use the package ${name}`;
  }
  const [to, folder, ...rest] = local.split("/");
  if (!rule.layers.includes(to!)) return `${layer} must not import from ${to}`;
  // One public face: from outside, a folder of core is entered through its index.
  const own = layer === "core" && file.split("/")[1] === folder;
  if (to === "core" && folder === "fixtures" && !own) return "core/fixtures is for tests alone";
  if (layer === "core" && to === "core" && folder === "words" && !SPEAKS.includes(file.split("/")[1]!))
    return `core/${file.split("/")[1]} gives reasons as data; their words are made at the edge`;
  return to === "core" && !own && rest.length > 0
    ? `core/${folder} is entered through its index, not through ${rest.join("/")}`
    : null;
}

const files = (fs.readdirSync(src, { recursive: true }) as string[])
  .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
  .map((name) => name.replaceAll(path.sep, "/"));

function importsOf(text: string): string[] {
  const found = text.matchAll(
    /(?:^|\n)(?:import|export)\b[^;"'()]*\bfrom\s*["']([^"']+)["']|(?:^|\n)import\s*["']([^"']+)["']|\bimport\(\s*["']([^"']+)["']/g,
  );
  return [...found].map((match) => match[1] ?? match[2] ?? match[3]!);
}

/** The files of the same layers that a file imports, types included. */
function targetsOf(file: string): string[] {
  return importsOf(fs.readFileSync(path.join(src, file), "utf8")).flatMap((target) => {
    if (!target.startsWith(".") && !target.startsWith("@/")) return [];
    const base = target.startsWith("@/") ? target.slice(2) : path.posix.join(path.posix.dirname(file), target);
    return [`${base}.ts`, `${base}.tsx`, `${base}/index.ts`].find((one) => files.includes(one)) ?? [];
  });
}

/** What threads do stands in one table; whoever asks for work does it by its name there, of which only the types are known to the one who takes the order. */
const ASKED_BY_NAME = new Set(["server/threads/in-thread.ts server/threads/work.ts"]);

/** Files that import each other in a circle, from one of them back to itself; null where there is none. */
export function circleIn(from: readonly string[], targets: (file: string) => readonly string[]): string[] | null {
  const done = new Set<string>();
  const visit = (file: string, way: readonly string[]): string[] | null => {
    const at = way.indexOf(file);
    if (at >= 0) return [...way.slice(at), file];
    if (done.has(file)) return null;
    done.add(file);
    for (const target of targets(file)) {
      const found = visit(target, [...way, file]);
      if (found) return found;
    }
    return null;
  };
  for (const file of from) {
    const found = visit(file, []);
    if (found) return found;
  }
  return null;
}

/**
 * What is of one type of document, and may name it: the types' own folders and lists, what reads and writes files of orders and invoices, orders with what became
 * of them, the accounts that documents change, and the pages of these.
 */
const OF_ONE_TYPE =
  /^(core\/(documents|intake)\/|ui\/(document-types\.ts$|(orders|invoices|claims|limits|supplier-accounts)\/)|server\/(documents\/(orders|order-[a-z]+|on-account|look)\.ts|credit\/[a-z]+\.ts|ledger\/(send-order|limit-change|account-commands|views|duties)\.ts)$|app\/(api\/documents\/\[id\]\/order|\(places\)\/(back-office\/accounts|documents\/import))\/)/;

/** The lines of a text that name a type of document; comments may. */
export function namedTypes(text: string): string[] {
  return text
    .split("\n")
    .filter((line) => !/^\s*(\/\*\*|\*|\/\/)/.test(line))
    .filter((line) => documentTypeKeys.some((key) => new RegExp(`["'\`]${key}["'\`]`).test(line)));
}

describe("layers", () => {
  it("a type of document is named by what is of it alone, and everything else asks the type", () => {
    const named = files.filter((file) => namedTypes(fs.readFileSync(path.join(src, file), "utf8")).length > 0);
    expect(named.filter((file) => !OF_ONE_TYPE.test(file) && !file.startsWith("core/fixtures/"))).toEqual([]);
    expect(named.length).toBeGreaterThan(15);
    const text = `if (it.type === "purchase-order")\n  // not "purchase-order"\nconst sql = "type = 'expense-claim'"\n"purchase-orders"`;
    expect(namedTypes(text)).toHaveLength(2);
  });

  it("every form of import is seen, and nothing that only looks like one", () => {
    const text =
      'import a from "a";\nimport {\n  b,\n  type C,\n} from "b";\nimport "c.css";\nexport * from "d";\nconst e = await import("e");\nsay("from ", "f");\n';
    expect(importsOf(text)).toEqual(["a", "b", "c.css", "d", "e"]);
  });

  it("no file imports against the direction", () => {
    const wrong = files.flatMap((file) => {
      const text = fs.readFileSync(path.join(src, file), "utf8");
      const targets = importsOf(text);
      return targets.flatMap((target) => whyNotImport(file, target) ?? []).map((why) => `${file}: ${why}`);
    });
    expect(wrong).toEqual([]);
    expect(files.length).toBeGreaterThan(80);
  });

  it("no folder of the core knows one that comes after it, and no file of the core is in a circle", () => {
    const core = files.filter((file) => file.startsWith("core/"));
    const against = core.flatMap((file) =>
      targetsOf(file).flatMap((target) => {
        const [from, to] = [file, target].map((one) => ORDER.indexOf(one.split("/")[1]!));
        return to! > from! ? [`${file} knows ${target}`] : [];
      }),
    );
    expect(against).toEqual([]);
    expect(circleIn(core, targetsOf)).toBeNull();
    expect(new Set(core.map((file) => file.split("/")[1]))).toEqual(new Set(ORDER));
  });

  it("no file of the server is in a circle, nor of the pages' parts, types included", () => {
    for (const layer of ["server/", "ui/"]) {
      const own = files.filter((file) => file.startsWith(layer));
      expect(
        circleIn(own, (file) => targetsOf(file).filter((target) => !ASKED_BY_NAME.has(`${file} ${target}`))),
      ).toBeNull();
    }
  });

  it("a circle would be found", () => {
    const knows: Record<string, string[]> = { a: ["b"], b: ["c", "d"], c: [], d: ["b"] };
    expect(circleIn(["a", "c"], (file) => knows[file]!)).toEqual(["b", "d", "b"]);
    expect(circleIn(["c"], (file) => knows[file]!)).toBeNull();
  });

  it.each([
    ["core/money/money.ts", "../../server/db/open", "core must not import from server"],
    ["core/policy/words.ts", "@/ui/format", "core must not import from ui"],
    ["core/records/chain.ts", "node:crypto", "core must not use the package node:crypto"],
    ["core/money/money.ts", "fast-check", "core must not use the package fast-check"],
    ["server/world.ts", "@/core/fixtures", "core/fixtures is for tests alone"],
    ["core/policy/words.ts", "../people/schema", "core/people is entered through its index, not through schema"],
    ["core/routing/route.ts", "../words", "core/routing gives reasons as data; their words are made at the edge"],
    ["ui/board/chart.tsx", "@/server/reference-data", "ui must not import from server"],
    ["server/world.ts", "@/ui/format", "server must not import from ui"],
    ["ui/board/chart.tsx", "@/core/policy/edit", "core/policy is entered through its index, not through edit"],
    ["core/policy/words.ts", "dmn-moddle", "core must not use the package dmn-moddle"],
    ["workers/board.ts", "@/ui/format", "workers must not import from ui"],
    ["app/page.tsx", "better-sqlite3", "app must not use the package better-sqlite3"],
  ])("%s importing %s would be found", (file, target, why) => {
    expect(whyNotImport(file, target)).toBe(why);
  });

  it("the core reads no clock and rolls no dice", () => {
    const impure = files.filter(
      (file) =>
        file.startsWith("core/") &&
        /Date\.now\(\)|new Date\(\)|Math\.random|performance\.now|process\.env/.test(
          fs.readFileSync(path.join(src, file), "utf8"),
        ),
    );
    expect(impure).toEqual([]);
  });
});
