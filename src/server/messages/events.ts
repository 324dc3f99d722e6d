import type { Occasion } from "@/core/messages";
import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { nowhere, projectBy, type Projections } from "../log/by-type";

export type PreferenceMode = "at once" | "daily";

/** What is set about messages, in the stream `messages`. */
export type MessageEvent =
  | { type: "template changed"; data: { occasion: Occasion; subject: string; body: string } }
  | { type: "template as usual"; data: { occasion: Occasion } }
  | { type: "preference set"; data: { person: string; mode: PreferenceMode; hour: string } }
  | { type: "absence told"; data: { standIn: string; edge: "begins" | "ends" } }
  | { type: "digest sent"; data: { person: string; letters: number[] } }
  | {
      type: "settings set";
      data: { withoutSignIn: boolean; linkDays: number; logReading: boolean; namesMonths: number };
    }
  | { type: "links ended"; data: { person: string } };

export const MESSAGE_TABLES = ["template", "preference", "absence_told", "message_setting"] as const;

const OF_MESSAGES: Projections<MessageEvent> = {
  "template changed": (db, { occasion, subject, body }) => {
    const keep = db.prepare("INSERT OR REPLACE INTO template (occasion, subject, body) VALUES (?, ?, ?)");
    keep.run(occasion, subject, body);
  },
  "template as usual": (db, { occasion }) => {
    db.prepare("DELETE FROM template WHERE occasion = ?").run(occasion);
  },
  "preference set": (db, { person, mode, hour }) => {
    db.prepare("INSERT OR REPLACE INTO preference (person, mode, hour) VALUES (?, ?, ?)").run(person, mode, hour);
  },
  "absence told": (db, { standIn, edge }) => {
    db.prepare("INSERT OR IGNORE INTO absence_told (stand_in, edge) VALUES (?, ?)").run(standIn, edge);
  },
  "digest sent": (db, { letters }) => {
    const gone = db.prepare("UPDATE letter SET digest = 2 WHERE id = ?");
    for (const id of letters) gone.run(id);
  },
  "settings set": (db, settings) => {
    db.prepare("INSERT OR REPLACE INTO message_setting (id, body) VALUES (1, ?)").run(JSON.stringify(settings));
  },
  // What ended is no projection.
  "links ended": nowhere,
};

/** Writes what is read of templates, settings and preferences. */
export function projectMessages(db: Db, event: ChainedEvent): void {
  projectBy(OF_MESSAGES, db, event);
}
