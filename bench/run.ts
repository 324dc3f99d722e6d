/**
 * `npm run bench`: speeds beside what was promised, each part in a process of its own, so that none is measured in the memory another has filled.
 * `npm run bench -- documents records` runs some of them.
 */
import { spawnSync } from "node:child_process";
import path from "node:path";

const PARTS: Record<string, () => Promise<unknown>> = {
  routing: () => import("./routing"),
  checks: async () => (await import("./checks")).benchChecks(),
  people: async () => (await import("./people")).benchPeople(),
  documents: async () => (await import("./documents")).benchDocuments(),
  deciding: async () => (await import("./deciding")).benchDeciding(),
  records: async () => (await import("./records")).benchRecords(),
  fields: async () => (await import("./fields")).benchFields(),
  rehearsal: async () => (await import("./rehearsal")).benchRehearsal(),
  lookout: async () => (await import("./lookout")).benchLookout(),
  bytes: async () => (await import("./bytes")).benchBytes(),
  abuse: async () => (await import("./abuse")).benchAbuse(),
};

const [asked, ...more] = process.argv.slice(2);
const unknown = [asked, ...more].filter((part) => part !== undefined && !(part in PARTS));
if (unknown.length > 0)
  throw new Error(`There is no part ${unknown.join(", ")}; there are ${Object.keys(PARTS).join(", ")}`);
if (asked && more.length === 0) await PARTS[asked]!();
else {
  const tsx = path.join(import.meta.dirname, "../node_modules/tsx/dist/cli.mjs");
  for (const part of asked ? [asked, ...more] : Object.keys(PARTS)) {
    const { status } = spawnSync(process.execPath, [tsx, import.meta.filename, part], { stdio: "inherit" });
    if (status !== 0) process.exit(status ?? 1);
  }
}
