import type { Attachment } from "@/core/documents";
import type { Person } from "@/core/people";
import { CASE_FORMAT, canonical, type CaseManifest, type ChainedEvent, type Evidence } from "@/core/records";
import { refusedFor, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { readAttachment } from "../documents/attachments";
import { hashesOf, placeOfPaper } from "../evidence/files";
import { proofOf } from "../log/checkpoints";
import { eventsOf } from "../log/log";
import { openingsIn } from "../log/sealed";
import { readReferenceData } from "../reference-data";
import { findingTable } from "./file";
import { findingOf } from "./stored";
import { findingView } from "./view";

const text = (value: string) => new TextEncoder().encode(value);

const README = `What this is
============
A finding of the lookout that became a case: what was found, its documents, who looked into it and what came of it. It accuses nobody.

  finding.json   what was found, with all figures, as the log has it
  finding.csv    the same to read, with its documents
  events.json    every event of it, as it is chained in the log
  people.json    whom the tokens in the events stand for
  attachments/   the papers of the case
  proof.json     where the events stand in the log: a Merkle path for each (RFC 6962), and the last checkpoint
  manifest.json  the SHA-256 of every file

It is checked like the evidence of a document: every file against the manifest, every event against its hash, all of them against the
root of the log. "bandeira verify FILE.zip" does it without the server and without its database.
`;

/** A paper that was handed in with a case, as its events name it. */
export function papersOf(events: readonly Pick<ChainedEvent, "data">[]): Attachment[] {
  return events.flatMap(({ data }) => (JSON.parse(data) as { papers?: Attachment[] }).papers ?? []);
}

/** Everything of a case that stands for itself, for whoever may see it; its history in the log, and its papers. */
export async function caseFile(app: App, reader: Person, id: string): Promise<Result<Evidence>> {
  const refusal = authorise(reader, "lookout.read");
  if (refusal) return refusedFor(refusal);
  const view = findingView(app, reader, id);
  if (!view) return refused("no such finding");
  const events = eventsOf(app.db, `finding:${id}`);
  // Until then names may be hidden, and the log has them.
  if (!events.some(({ type }) => type === "case opened")) return refusedFor(refuse("no case of it"));
  const found = events.findLast(({ data }) => "finding" in (JSON.parse(data) as object))!;
  const files = new Map<string, Uint8Array>([
    ["README.txt", text(README)],
    ["finding.json", text(canonical((JSON.parse(found.data) as { finding: unknown }).finding))],
    [
      "finding.csv",
      await findingTable(app, view, "csv").then((file) => (typeof file === "string" ? text(file) : file)),
    ],
    ["events.json", text(canonical(events))],
    ["people.json", text(canonical(openingsIn(app.db, canonical(events))))],
    ["proof.json", text(canonical(proofOf(app.db, events)))],
  ]);
  for (const paper of papersOf(events)) {
    const kept = readAttachment(app, paper.hash);
    if (kept) files.set(placeOfPaper(paper), new Uint8Array(kept.bytes));
  }
  const manifest: CaseManifest = {
    format: CASE_FORMAT,
    finding: id,
    organisation: readReferenceData(app).directory.organisation.name,
    made: app.clock.now(),
    files: hashesOf(files),
  };
  files.set("manifest.json", text(canonical(manifest)));
  return { ok: true, value: files };
}

/** The bytes of a paper of a case, for whoever may see it; null where there is none. */
export function casePaper(app: App, reader: Person, id: string, wanted: string) {
  const finding = findingOf(app, id);
  if (!finding || authorise(reader, "lookout.read", { finding })) return null;
  const paper = papersOf(eventsOf(app.db, `finding:${id}`)).find((one) => one.hash === wanted);
  const kept = paper && readAttachment(app, wanted);
  return paper && kept ? { name: paper.name, ...kept } : null;
}
