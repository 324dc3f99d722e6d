import type { Written } from "@/core/messages";
import type { Person } from "@/core/people";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { written, type StoredLetter } from "./delivery";
import type { Enclosed } from "../documents/order-head";
import { enclosedNames } from "./enclosed";
import { tokenOf } from "./links";

export type ShownLetter = StoredLetter & { personName: string | null; decideAt: string | null; enclosed: string[] };

/** A letter as it stands in the post room and as it went out; its link for its own reader alone. Null where there is none. */
export function letterOf(app: App, reader: Person, id: number): { letter: ShownLetter; message: Written } | null {
  const row = app.db.prepare("SELECT * FROM letter WHERE id = ?").get(id) as StoredLetter | undefined;
  return row
    ? { letter: shownLetter(app, reader, row), message: written(app, row, maySeeLink(app, reader, row)) }
    : null;
}

/** A link decides in its person's name, so nobody else sees it; in a demonstration everybody is everybody. */
function maySeeLink(app: App, reader: Person, { person }: StoredLetter): boolean {
  return app.demo || (person !== null && person === reader.id);
}

/** A letter for somebody: its link to decide for its own reader alone. */
export function shownLetter(app: App, reader: Person, row: StoredLetter): ShownLetter {
  const token = maySeeLink(app, reader, row) ? tokenOf(app, row.id) : null;
  const personName = row.person && (readReferenceData(app).directory.person(row.person)?.name ?? row.person);
  const enclosed = row.encloses ? enclosedNames(JSON.parse(row.encloses) as Enclosed) : [];
  return { ...row, personName, decideAt: token && `/decide/${token}`, enclosed };
}

/** Whether messages leave the machine, in a sentence. */
export function sayLeaving(demo: boolean): string {
  if (demo) return "This is a demonstration: nothing leaves the machine.";
  return process.env.BANDEIRA_SMTP
    ? "They leave through the mail server."
    : "No mail server is set, so nothing leaves the machine.";
}
