import type { Person } from "@/core/people";
import { noteAccess } from "../access/events";
import type { App } from "../app";
import { sealerOfLog } from "../log/sealed";
import { settingsOf } from "../messages/settings";

/** Notes in the log that somebody opened a document, where the organisation has that noted. Pages that refresh by themselves are not read anew. */
export function noteReading(
  app: App,
  reader: Person,
  document: string,
  what: "document" | "record" | "evidence",
): void {
  if (!settingsOf(app).logReading) return;
  const { seal } = sealerOfLog(app.db);
  const last = app.db
    .prepare("SELECT time, data FROM event WHERE stream = ? AND type = 'read' ORDER BY version DESC LIMIT 1")
    .get(seal(`access:${reader.id}`)) as { time: string; data: string } | undefined;
  const data = { document, what };
  const same =
    last &&
    (JSON.parse(last.data) as typeof data).document === document &&
    (JSON.parse(last.data) as typeof data).what === what;
  if (same && Date.parse(app.clock.now()) - Date.parse(last.time) < 10 * 60_000) return;
  noteAccess(app, reader.id, { type: "read", data });
}
