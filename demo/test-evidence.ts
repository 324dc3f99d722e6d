/** Both verifiers of evidence files, and a forger, for tests. */
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { expect } from "vitest";
import { canonical, verifyEvidence, type CheckpointFile, type Evidence } from "@/core/records";
import { zipped } from "@/server/evidence/files";
import { openEvidence } from "@/server/evidence/unzip";
import { temporaryFolder } from "./temporary";

const script = path.join(import.meta.dirname, "../tools/verify_evidence.py");

/** What the verifier in another language finds. */
export function python(bytes: Uint8Array, checkpoint?: CheckpointFile): string[] {
  const file = path.join(temporaryFolder(), "evidence.zip");
  fs.writeFileSync(file, bytes);
  const args = [script, file];
  if (checkpoint) {
    fs.writeFileSync(`${file}.json`, JSON.stringify(checkpoint));
    args.push(`${file}.json`);
  }
  const run = spawnSync("python3", args, { encoding: "utf8" });
  expect([run.status === 0 || run.status === 1, run.stderr]).toEqual([true, ""]);
  return run.status === 0 ? [] : run.stdout.trim().split("\n");
}
/** What our own finds. */
export function ours(bytes: Uint8Array, checkpoint: CheckpointFile | null = null): string[] {
  const opened = openEvidence(bytes);
  const inside = opened.files.size > 0 ? verifyEvidence(opened.files, checkpoint) : [];
  return [...opened.problems, ...inside].map(({ file, what }) => `${file}: ${what}`);
}

/** The file with something else in it, its manifest made to fit again as a forger would. */
export function forgedFrom(
  files: ReadonlyMap<string, Uint8Array>,
  change: (files: Map<string, Uint8Array>) => void,
): Uint8Array {
  const changed = new Map(files);
  change(changed);
  const manifest = JSON.parse(new TextDecoder().decode(files.get("manifest.json"))) as {
    files: Record<string, string>;
  };
  const { createHash } = process.getBuiltinModule("node:crypto");
  for (const name of Object.keys(manifest.files)) {
    const bytes = changed.get(name);
    if (bytes) manifest.files[name] = createHash("sha256").update(bytes).digest("hex");
    else delete manifest.files[name];
  }
  changed.set("manifest.json", new TextEncoder().encode(canonical(manifest)));
  return zipped(changed as Evidence);
}
