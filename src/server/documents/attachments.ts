import { createHash } from "node:crypto";
import { fileTypeFromBuffer } from "file-type";
import type { Attachment } from "@/core/documents";
import type { Person } from "@/core/people";
import type { Refusal, Result } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { uploaderOf } from "../ledger/invitations";
import { refused } from "@/core/words";

export const MAX_BYTES = 10 * 1024 * 1024;
const ALLOWED = ["application/pdf", "image/png", "image/jpeg", "image/webp"];

/** Whoever enters documents brings papers, and whoever looks into a case; an auditor who does neither brings none. */
export function whyNotBring(actor: Person): Refusal | null {
  const refusal = authorise(actor, "documents.enter");
  return refusal && authorise(actor, "lookout.judge") ? refusal : null;
}

/** Keeps a paper under the hash of its content. What it is, is told by its first bytes and not by its name. */
export async function addAttachment(
  app: App,
  actor: Person,
  name: string,
  bytes: Uint8Array,
): Promise<Result<Attachment>> {
  const refusal = whyNotBring(actor);
  return refusal ? { ok: false, refusals: [refusal] } : keep(app, actor.id, name, bytes);
}

/**
 * The same for another party that fills in its particulars; whoever asked for the account may then attach it.
 * @param invitation by which it came
 */
export function addPartyPaper(
  app: App,
  invitation: string,
  name: string,
  bytes: Uint8Array,
): Promise<Result<Attachment>> {
  return keep(app, uploaderOf(invitation), name, bytes);
}

async function keep(app: App, by: string, name: string, bytes: Uint8Array): Promise<Result<Attachment>> {
  if (bytes.length === 0) return refused("file is empty", { name }, "attachment");
  if (bytes.length > MAX_BYTES) return refused("file too large", { name, most: MAX_BYTES }, "attachment");
  const type = (await fileTypeFromBuffer(bytes))?.mime;
  if (!type || !ALLOWED.includes(type)) return refused("file of another type", { name }, "attachment");
  const hash = createHash("sha256").update(bytes).digest("hex");
  app.db
    .transaction(() => {
      app.db
        .prepare(
          "INSERT OR IGNORE INTO attachment (hash, type, size, bytes, added_by, added_at) VALUES (?, ?, ?, ?, ?, ?)",
        )
        .run(hash, type, bytes.length, Buffer.from(bytes), by, app.clock.now());
      app.db.prepare("INSERT OR IGNORE INTO upload (hash, person) VALUES (?, ?)").run(hash, by);
    })
    .immediate();
  return { ok: true, value: { hash, name: name.slice(0, 200), type, size: bytes.length } };
}

/** The bytes of a paper, for somebody who may read the document it is attached to. */
export function readAttachment(app: App, hash: string): { type: string; bytes: Buffer } | null {
  return (
    (app.db.prepare("SELECT type, bytes FROM attachment WHERE hash = ?").get(hash) as
      { type: string; bytes: Buffer } | undefined) ?? null
  );
}
