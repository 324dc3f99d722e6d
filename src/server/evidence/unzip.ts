import { hash } from "node:crypto";
import { unzipSync } from "fflate";
import type { Evidence, EvidenceProblem } from "@/core/records";

const LENGTH = 43 + 64;

/** Opens an evidence file: its files, and what is wrong with the container itself. */
export function openEvidence(bytes: Uint8Array): { files: Evidence; problems: EvidenceProblem[] } {
  const problems: EvidenceProblem[] = [];
  const say = (what: string) => problems.push({ file: "the ZIP file itself", what });
  const body = bytes.subarray(0, Math.max(0, bytes.length - LENGTH));
  const comment = new TextDecoder().decode(bytes.subarray(body.length));
  if (comment !== `SHA-256 of everything before this comment: ${hash("sha256", body, "hex")}`)
    say("its bytes are not those that its comment has the hash of");
  try {
    return { files: new Map(Object.entries(unzipSync(bytes))), problems };
  } catch (error) {
    say(`it cannot be opened: ${error instanceof Error ? error.message : String(error)}`);
    return { files: new Map(), problems };
  }
}
