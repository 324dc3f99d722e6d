import { createHash } from "node:crypto";
import { crc32, deflateSync } from "node:zlib";
import type { Attachment } from "@/core/documents";
import type { App } from "@/server/app";
import { openInvitation, uploaderOf } from "@/server/ledger/invitations";
import { seeded, type Random } from "./random";

/** A made-up till receipt as a picture in black and white: bars where its lines of print would be. */
export function receiptPicture(random: Random, scale = 1): Buffer {
  const [width, height] = [136 * scale, 200 * scale];
  const stride = width / 8;
  const rows = Buffer.alloc((stride + 1) * height, 0xff);
  for (let y = 0; y < height; y += 1) rows[y * (stride + 1)] = 0;
  const bar = (x: number, y: number, length: number, thick: number) => {
    for (let row = y * scale; row < (y + thick) * scale; row += 1)
      for (let column = x * scale; column < (x + length) * scale; column += 1) {
        const at = row * (stride + 1) + 1 + (column >> 3);
        rows[at] = rows[at]! & ~(0x80 >> (column & 7));
      }
  };
  bar(36, 14, 64, 6);
  bar(48, 26, 40, 3);
  for (let line = 0; line < random.int(4, 8); line += 1) {
    bar(14, 48 + line * 13, random.int(24, 62), 4);
    bar(122 - random.int(14, 26), 48 + line * 13, random.int(12, 14), 4);
  }
  bar(14, 164, 108, 1);
  bar(14, 172, 34, 7);
  bar(94, 172, 28, 7);
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([1, 0, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk("IHDR", header),
    chunk("IDAT", deflateSync(rows)),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const check = Buffer.alloc(4);
  check.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, check]);
}

/** Puts a picture among the papers that somebody has brought. */
export function bring(app: App, person: string, name: string, bytes: Buffer): Attachment {
  const hash = createHash("sha256").update(bytes).digest("hex");
  app.db
    .prepare("INSERT OR IGNORE INTO attachment (hash, type, size, bytes, added_by, added_at) VALUES (?, ?, ?, ?, ?, ?)")
    .run(hash, "image/png", bytes.length, bytes, person, app.clock.now());
  app.db.prepare("INSERT OR IGNORE INTO upload (hash, person) VALUES (?, ?)").run(hash, person);
  return { hash, name, type: "image/png", size: bytes.length };
}

/** The letter of a bank that another party attaches in its form, as a made-up picture. @param token of its invitation */
export function bankLetter(app: App, token: string) {
  const open = openInvitation(app, token, null);
  if (!open.ok) throw new Error(open.refusals[0]!.message);
  const picture = receiptPicture(seeded(token.length), 2);
  return { name: "Bank letter", attachment: bring(app, uploaderOf(open.value.id), "letter.png", picture) };
}
