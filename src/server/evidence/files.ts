import { hash } from "node:crypto";
import { zipSync } from "fflate";
import { documentOf, drawnIn, type DocumentView } from "@/core/approval";
import type { Attachment } from "@/core/documents";
import { EVIDENCE_FORMAT, canonical, type Evidence, type EvidenceManifest } from "@/core/records";
import type { PolicyVersion } from "@/core/policy";
import type { Directory } from "@/core/people";
import type { App } from "../app";
import { readDrawn } from "../access/drawn";
import { recordOf } from "../documents/queries";
import { proofOf } from "../log/checkpoints";
import { readReferenceData } from "../reference-data";
import { recordPdf } from "./pdf";
import { README } from "./readme";
import {
  sayScope,
  saySection,
  sayBand,
  sayLevelDetails,
  saySelfApproval,
  sayRepeated,
  sayEdits,
  sayHold,
  sayAfterApproval,
  sayMessages,
  sayReaders,
  sayStoppedOrders,
  sayPartySigns,
} from "@/core/words";

const text = (value: string) => new TextEncoder().encode(value);
const sha256 = (bytes: Uint8Array) => hash("sha256", bytes, "hex");

/**
 * Everything of a document that stands for itself, as files: the record to read and as data, its events, the policy version, its papers, and where the
 * events stand in the log. Described in docs/formats/evidence.md.
 */
export async function evidenceOf(app: App, view: DocumentView): Promise<Evidence> {
  const record = recordOf(app, view);
  const { directory } = readReferenceData(app);
  const at = app.clock.now();
  const files = new Map<string, Uint8Array>();
  files.set("README.txt", text(README));
  files.set("record.json", text(canonical(record)));
  files.set("events.json", text(canonical(record.events)));
  files.set("proof.json", text(canonical(proofOf(app.db, record.events))));
  if (view.version) {
    files.set("policy.json", text(canonical(record.policy)));
    files.set("policy.txt", text(policyInWords(view.version, directory)));
  }
  for (const paper of documentOf(view.state).attachments) {
    const bytes = app.db.prepare("SELECT bytes FROM attachment WHERE hash = ?").pluck().get(paper.hash) as
      Buffer | undefined;
    if (bytes) files.set(placeOfPaper(paper), new Uint8Array(bytes));
  }
  for (const { image } of drawnIn(view.thread)) {
    const bytes = readDrawn(app, image);
    if (bytes) files.set(`signatures/${image}.svg`, new Uint8Array(bytes));
  }
  files.set("record.pdf", new Uint8Array(await recordPdf(app, view, record)));
  const manifest: EvidenceManifest = {
    format: EVIDENCE_FORMAT,
    document: view.state.id,
    number: view.state.number,
    organisation: directory.organisation.name,
    made: at,
    files: hashesOf(files),
  };
  files.set("manifest.json", text(canonical(manifest)));
  return files;
}

/** Where a paper lies in a file of evidence. */
export function placeOfPaper({ hash: own, name }: Pick<Attachment, "hash" | "name">): string {
  return `attachments/${own.slice(0, 12)}-${name.replace(/[^\w.-]+/g, "_")}`;
}

/** The SHA-256 of every file, as a manifest has it. */
export function hashesOf(files: Evidence): Record<string, string> {
  return Object.fromEntries([...files].map(([name, bytes]) => [name, hash("sha256", bytes, "hex")]));
}

/** The words of a policy version, a line for each thing it says. */
export function policyInWords({ policy, version, hash: own }: PolicyVersion, directory: Directory): string {
  const lines = [
    `${policy.name}, version ${version}`,
    `Content hash ${own}`,
    "",
    `Applies to: ${sayScope(policy.scope, directory)}.`,
  ];
  for (const section of policy.sections) {
    lines.push("", `${section.name}: ${saySection(policy, section, directory)}`);
    section.bands.forEach((_, band) => lines.push(`  ${sayBand(policy, section, band, directory)}`));
    for (const level of section.levels) {
      const details = sayLevelDetails(policy, level, directory);
      if (details.length > 0) lines.push(`  ${level.name}: ${details.join(". ")}.`);
    }
  }
  const whole = [
    saySelfApproval(policy, directory),
    sayRepeated(policy),
    sayEdits(policy, directory),
    ...policy.holds.map((one) => sayHold(policy, one, directory)),
    sayAfterApproval(policy),
    sayMessages(policy),
    sayReaders(policy, directory),
    sayStoppedOrders(policy, directory),
    sayPartySigns(policy),
  ];
  return [...lines, "", ...whole.flatMap((one) => (one ? [`${one}.`] : [])), ""].join("\n");
}

const COMMENT = "SHA-256 of everything before this comment: ";

/**
 * The files as one ZIP. Its comment has the hash of every byte before it, so that a bit changed anywhere is found, also where no file is. Times inside are
 * fixed, so that the same files give the same bytes.
 */
export function zipped(files: Evidence): Uint8Array {
  const entries = Object.fromEntries(
    [...files].map(([name, bytes]) => [name, [bytes, { mtime: "1980-01-01T00:00:00" }] as const]),
  );
  const zip = zipSync(entries as never, { level: 6 });
  const length = COMMENT.length + 64;
  // The last two bytes of a ZIP without a comment are the length of its comment, which is 0.
  new DataView(zip.buffer, zip.byteOffset).setUint16(zip.length - 2, length, true);
  return Buffer.concat([zip, text(COMMENT + sha256(zip))]);
}
