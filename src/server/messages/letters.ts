import type { Occasion } from "@/core/messages";
import type { App } from "../app";
import { statement } from "../db/statement";
import { toOutbox, writeLetter } from "../ledger/write";
import { readReferenceData } from "../reference-data";
import { makeLink } from "./links";

export type PersonLetter = {
  person: string;
  document: string | null;
  occasion: Occasion | "copy" | "policy" | "digest" | "absence" | "import" | "access";
  subject: string;
  body: string;
  /** The level and revision for which the letter lets its reader decide. */
  decide?: { level: string; revision: number };
  /** The version of a policy that it is about. */
  policy?: { id: string; version: number };
  /** Part of a digest's own letter and of what cannot wait: never kept for the next digest. */
  atOnce?: boolean;
};

/**
 * Writes a letter to somebody who works here: at once, or kept for their daily digest if they want to hear once a day. The log has its words and never a
 * link by which somebody decides.
 * @returns its number; null where nobody is written to
 */
export function writeTo(app: App, letter: PersonLetter): number | null {
  const { person, document, occasion, subject, body, decide, policy } = letter;
  const to = readReferenceData(app).directory.person(person)?.email;
  if (!to || app.quiet) return null;
  const digest = !letter.atOnce && isDaily(app, person);
  const data = {
    document,
    to,
    subject,
    body,
    person,
    occasion,
    ...(decide && { decide }),
    ...(policy && { policy }),
    ...(digest && { digest }),
  };
  const id = writeLetter(app, data);
  if (decide && document) makeLink(app, { letter: id, person, document, ...decide });
  if (!digest) toOutbox(app, id);
  return id;
}

function isDaily(app: App, person: string): boolean {
  return statement(app.db, "SELECT mode FROM preference WHERE person = ?").pluck().get(person) === "daily";
}
