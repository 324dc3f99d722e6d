import type { Occasion } from "@/core/messages";
import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";

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

/** Writes what is read of templates, settings and preferences. */
export function projectMessages(db: Db, event: ChainedEvent): void {
  const happened = { type: event.type, data: JSON.parse(event.data) as unknown } as MessageEvent;
  switch (happened.type) {
    case "template changed": {
      const { occasion, subject, body } = happened.data;
      db.prepare("INSERT OR REPLACE INTO template (occasion, subject, body) VALUES (?, ?, ?)").run(
        occasion,
        subject,
        body,
      );
      break;
    }
    case "template as usual":
      db.prepare("DELETE FROM template WHERE occasion = ?").run(happened.data.occasion);
      break;
    case "preference set": {
      const { person, mode, hour } = happened.data;
      db.prepare("INSERT OR REPLACE INTO preference (person, mode, hour) VALUES (?, ?, ?)").run(person, mode, hour);
      break;
    }
    case "absence told": {
      const { standIn, edge } = happened.data;
      db.prepare("INSERT OR IGNORE INTO absence_told (stand_in, edge) VALUES (?, ?)").run(standIn, edge);
      break;
    }
    case "digest sent": {
      const gone = db.prepare("UPDATE letter SET digest = 2 WHERE id = ?");
      for (const id of happened.data.letters) gone.run(id);
      break;
    }
    case "settings set":
      db.prepare("INSERT OR REPLACE INTO message_setting (id, body) VALUES (1, ?)").run(JSON.stringify(happened.data));
      break;
    // What ended is no projection.
    case "links ended":
      break;
  }
}
