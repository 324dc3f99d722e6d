import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, hexToBytes } from "@noble/hashes/utils.js";
import { signsFor } from "../drawn";
import { canonical } from "./canonical";
import { closingProblems } from "./closing";
import { sha256Hex, verifyEvent, type ChainedEvent } from "./chain";
import { isTokenOf, type SealedText } from "./sealing";
import { isConsistent, isInTree, leafHash } from "./merkle";

export const EVIDENCE_FORMAT = "bandeira-evidence-1";

/** The same of a finding of the lookout that became a case. */
export const CASE_FORMAT = "bandeira-case-1";

/** A checkpoint as it is kept elsewhere: the root of the first `size` events of a log. */
export type CheckpointFile = { size: number; root: string; lastHash: string; at: string };

/** What is in an evidence file, and the SHA-256 of each. */
export type EvidenceManifest = {
  format: typeof EVIDENCE_FORMAT;
  document: string;
  number: string;
  organisation: string;
  made: string;
  files: Record<string, string>;
};

/** What is in the file of a case. */
export type CaseManifest = Pick<EvidenceManifest, "organisation" | "made" | "files"> & {
  format: typeof CASE_FORMAT;
  finding: string;
};

/** Where the events of a document stand in the log: a path for each to the head, and the head beside the last checkpoint. */
export type EvidenceProof = {
  head: { size: number; root: string };
  checkpoint: CheckpointFile | null;
  /** Hashes that prove that the checkpoint is of the beginning of the same log. */
  consistency: string[];
  events: { seq: number; hash: string; path: string[] }[];
};

/** The files of an evidence file by their names. */
export type Evidence = ReadonlyMap<string, Uint8Array>;
/** What is wrong, and in which file. */
export type EvidenceProblem = { file: string; what: string };

/**
 * Verifies an evidence file by itself: every file against the manifest, every event against its hash, the events against each other, and all of them
 * against the Merkle root of the log. docs/formats/evidence.md says the same in words.
 * @param kept a checkpoint that was kept elsewhere, by which the file is tied to one log and no other
 * @returns everything that is wrong; empty when nothing is
 */
export function verifyEvidence(files: Evidence, kept: CheckpointFile | null = null): EvidenceProblem[] {
  const problems: EvidenceProblem[] = [];
  const say = (file: string, what: string) => problems.push({ file, what });
  try {
    look(files, kept, say);
  } catch (error) {
    say("the file", `is not laid out as evidence is: ${error instanceof Error ? error.message : String(error)}`);
  }
  return problems;
}

function look(files: Evidence, kept: CheckpointFile | null, say: Say): void {
  const manifest = read<EvidenceManifest | CaseManifest>(files, "manifest.json", say);
  if (!manifest) return;
  for (const [name, hash] of Object.entries(manifest.files ?? {})) {
    const bytes = files.get(name);
    if (!bytes) say(name, "is missing");
    else if (bytesToHex(sha256(bytes)) !== hash) say(name, "is not what the manifest has the hash of");
  }
  for (const name of files.keys())
    if (name !== "manifest.json" && !(name in (manifest.files ?? {}))) say(name, "is not in the manifest");
  const events = read<ChainedEvent[]>(files, "events.json", say) ?? [];
  const proof = read<EvidenceProof>(files, "proof.json", say);
  if (proof) checkProof(events, proof, kept, say);
  if (manifest.format === CASE_FORMAT) {
    checkEvents(events, `finding:${manifest.finding}`, say);
    checkCase(files, events, say);
    return;
  }
  if (manifest.format !== EVIDENCE_FORMAT)
    say("manifest.json", `its format is neither ${EVIDENCE_FORMAT} nor ${CASE_FORMAT}`);
  checkEvents(events, `document:${manifest.document}`, say);
  checkClosing(files, events, say);
  checkDrawn(files, events, say);
  checkRecord(files, events, say);
}

/** What was found is what the last event says of it, every paper that an event names is there, none that no event names, and names stand for who is named. */
function checkCase(files: Evidence, events: readonly ChainedEvent[], say: Say): void {
  const data = events.map((event) => JSON.parse(event.data) as { finding?: unknown; papers?: { hash: string }[] });
  const found = data.findLast(({ finding }) => finding !== undefined)?.finding;
  if (canonical(read(files, "finding.json", say) ?? null) !== canonical(found ?? null))
    say("finding.json", "is not what the events say was found");
  const named = new Set(data.flatMap(({ papers = [] }) => papers.map(({ hash }) => hash)));
  const there = new Map(
    [...files].flatMap(([name, bytes]) =>
      name.startsWith("attachments/") ? [[bytesToHex(sha256(bytes)), name] as const] : [],
    ),
  );
  for (const hash of named)
    if (!there.has(hash)) say("attachments/", `a paper that an event names is missing: ${hash}`);
  for (const [hash, name] of there) if (!named.has(hash)) say(name, "is a paper that no event names");
  for (const one of read<SealedText[]>(files, "people.json", say) ?? [])
    if (one.salt !== null && !isTokenOf(one)) say("people.json", `${one.token} does not stand for ${one.text}`);
}

type Say = (file: string, what: string) => void;

/** Whose approval covers what was approved, read from the events again. */
function checkClosing(files: Evidence, events: readonly ChainedEvent[], say: Say): void {
  const policy = files.has("policy.json") ? read<StoredPolicy>(files, "policy.json", say) : null;
  const { edits } = policy?.policy ?? {};
  for (const what of closingProblems(events, edits ?? { toleranceMinor: 0, tolerancePercent: 0 }))
    say("events.json", what);
}

/** Each drawn signature that an event names is there, is that image, and was drawn for what the event says; and none is there that no event names. */
function checkDrawn(files: Evidence, events: readonly ChainedEvent[], say: Say): void {
  const named = new Set<string>();
  for (const { seq, data } of events) {
    const { signature, document } = JSON.parse(data) as {
      signature?: { drawn?: string; documentHash: string };
      document?: { partySignature?: { drawn?: string; hash: string } };
    };
    const party = document?.partySignature;
    for (const [image, hash] of [
      [signature?.drawn, signature?.documentHash],
      [party?.drawn, party?.hash],
    ]) {
      if (!image) continue;
      const name = `signatures/${image}.svg`;
      named.add(name);
      const bytes = files.get(name);
      if (!bytes) say(name, `is missing, and event ${seq} was signed with it`);
      else if (bytesToHex(sha256(bytes)) !== image) say(name, `is another image than event ${seq} was signed with`);
      else if (!signsFor(new TextDecoder().decode(bytes), hash ?? ""))
        say(name, `was drawn for something else than event ${seq}`);
    }
  }
  for (const name of files.keys())
    if (name.startsWith("signatures/") && !named.has(name)) say(name, "is a signature that no event names");
}

type StoredPolicy = { policy: { edits: { toleranceMinor: number; tolerancePercent: number } } };

function read<T>(files: Evidence, name: string, say: Say): T | null {
  const bytes = files.get(name);
  if (!bytes) {
    say(name, "is missing");
    return null;
  }
  try {
    return JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes)) as T;
  } catch {
    say(name, "is not JSON in UTF-8");
    return null;
  }
}

function checkEvents(events: readonly ChainedEvent[], stream: string, say: Say): void {
  if (events.length === 0) say("events.json", "has no event");
  let seq = 0;
  events.forEach((event, index) => {
    const name = `event ${event.seq}`;
    if (event.stream !== stream) say("events.json", `${name} is of ${event.stream}, another document`);
    if (event.version !== index + 1)
      say(
        "events.json",
        `event ${index + 1} of the document is missing or moved: the next one is number ${event.version}`,
      );
    if (!(event.seq > seq)) say("events.json", `${name} is out of order`);
    if (!verifyEvent(event)) say("events.json", `${name}: its content does not give its hash`);
    seq = event.seq;
  });
}

function checkProof(
  events: readonly ChainedEvent[],
  { head, checkpoint, consistency, events: proven }: EvidenceProof,
  kept: CheckpointFile | null,
  say: Say,
): void {
  const bytes = (hex: string) => (/^[0-9a-f]{64}$/.test(hex) ? hexToBytes(hex) : new Uint8Array(0));
  for (const event of events) {
    const own = proven?.find((one) => one.seq === event.seq);
    const good =
      own?.hash === event.hash &&
      isInTree(leafHash(bytes(event.hash)), event.seq - 1, head.size, own.path.map(bytes), bytes(head.root));
    if (!good) say("proof.json", `event ${event.seq} is not in the log with the root ${head.root}`);
  }
  if (checkpoint) {
    const one = isConsistent(
      checkpoint.size,
      head.size,
      bytes(checkpoint.root),
      bytes(head.root),
      consistency.map(bytes),
    );
    if (!one) say("proof.json", `the checkpoint over ${checkpoint.size} events is of another log`);
  }
  if (!kept) return;
  if (kept.size !== checkpoint?.size)
    say(
      "proof.json",
      `the file is proven to a checkpoint over ${checkpoint?.size ?? 0} events, and the one kept is over ${kept.size}`,
    );
  else if (kept.root !== checkpoint.root)
    say("proof.json", "the checkpoint is not the one that was kept: this is another log");
}

type Recorded = { events: ChainedEvent[]; people: SealedText[]; contentHash: string; [key: string]: unknown };

function checkRecord(files: Evidence, events: readonly ChainedEvent[], say: Say): void {
  const record = read<Recorded>(files, "record.json", say);
  if (!record) return;
  const { contentHash, ...content } = record;
  try {
    if (sha256Hex(canonical(content)) !== contentHash) say("record.json", "its content does not give its hash");
    if (canonical(record.events) !== canonical(events)) say("record.json", "has other events than events.json");
  } catch {
    say("record.json", "cannot be written in canonical form");
  }
  for (const one of record.people)
    if (one.salt !== null && !isTokenOf(one)) say("record.json", `${one.token} does not stand for ${one.text}`);
}
