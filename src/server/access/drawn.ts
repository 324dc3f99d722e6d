import { createHash } from "node:crypto";
import { drawnImage, isDrawn, type Strokes } from "@/core/drawn";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { statement } from "../db/statement";

/** Of which type drawn signatures are kept, beside papers, which are never of it. */
const TYPE = "image/svg+xml";

/**
 * Keeps the image of a drawn signature under the hash of its content; it names what it was drawn for and when.
 * @param by who drew it
 * @returns the SHA-256 of the image
 */
export function keepDrawn(app: App, by: string, strokes: Strokes, documentHash: string, path: string): Result<string> {
  if (!isDrawn(strokes)) return refused("nothing drawn", null, path);
  const bytes = Buffer.from(drawnImage(strokes, documentHash, app.clock.now()));
  const hash = createHash("sha256").update(bytes).digest("hex");
  statement(
    app.db,
    "INSERT OR IGNORE INTO attachment (hash, type, size, bytes, added_by, added_at) VALUES (?, ?, ?, ?, ?, ?)",
  ).run(hash, TYPE, bytes.length, bytes, by, app.clock.now());
  return { ok: true, value: hash };
}

/** The image of a drawn signature; null where there is none of this hash. */
export function readDrawn(app: Pick<App, "db">, hash: string): Buffer | null {
  const bytes = statement(app.db, "SELECT bytes FROM attachment WHERE hash = ? AND type = ?").pluck().get(hash, TYPE);
  return (bytes as Buffer | undefined) ?? null;
}
