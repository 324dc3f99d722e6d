import nodemailer, { type Transporter } from "nodemailer";
import { asHtml, asText, type Written } from "@/core/messages";
import type { App } from "../app";
import { documentAddress, publicAddress } from "../root";
import { readRules } from "../ledger/accounts";
import { readReferenceData } from "../reference-data";
import { accessLinkOf } from "../access/invitations";
import { partyLinkOf } from "../ledger/invitations";
import type { Enclosed } from "../documents/order-head";
import { enclosedFiles } from "./enclosed";
import { tokenOf } from "./links";

export type StoredLetter = {
  id: number;
  document: string | null;
  recipient: string;
  subject: string;
  body: string;
  at: string;
  person: string | null;
  occasion: string | null;
  digest: number;
  encloses: string | null;
  policy: string | null;
};

const FOOT =
  "Bandeira wrote this because a policy asks you or your own document has moved. Answering it changes nothing.";

/** A letter with what its reader can open: the page to decide on, where it carries a link that still works, and the document. */
export function written(app: App, letter: StoredLetter, withLink = true): Written {
  const token = withLink ? tokenOf(app, letter.id) : null;
  const access = withLink ? accessLinkOf(app, letter.id) : null;
  const particulars = withLink ? partyLinkOf(app, letter.id) : null;
  return {
    subject: letter.subject,
    text: letter.body,
    actions: [
      ...(access ? [{ label: "Choose your password", url: access }] : []),
      ...(particulars ? [{ label: "Fill in and sign your details", url: particulars }] : []),
      ...(token ? [{ label: "Read and decide, without signing in", url: `${publicAddress()}/decide/${token}` }] : []),
      ...(letter.policy ? [{ label: "Open the version", url: `${publicAddress()}${letter.policy}` }] : []),
      ...(letter.document && letter.person
        ? [{ label: "Open the document", url: documentAddress(letter.document) }]
        : []),
    ],
    foot: letter.person ? FOOT : footFor(app),
  };
}

/** What an outside reader is told: who wrote, and where an answer goes. */
function footFor(app: App): string {
  const { email } = readRules(app).letterhead;
  const { name } = readReferenceData(app).directory.organisation;
  return `${name} wrote this through Bandeira, which reads no answers.${email ? ` Questions go to ${email}.` : ""}`;
}

const RETRY_MINUTES = [1, 5, 30, 120, 720];
let transport: { url: string; mailer: Transporter } | null = null;

function mailer(url: string): Transporter {
  if (transport?.url !== url) transport = { url, mailer: nodemailer.createTransport(url) };
  return transport.mailer;
}

/**
 * Hands what is in the outbox to the mail server of `BANDEIRA_SMTP`; what it does not take is tried again later. Nothing leaves a demonstration. Messages
 * about one document hang together by their references (RFC 5322, section 3.6.4).
 * @returns how many were delivered
 */
export async function deliver(app: App): Promise<number> {
  const url = process.env.BANDEIRA_SMTP;
  if (app.demo || !url) return 0;
  const due = app.db
    .prepare(
      `SELECT l.*, o.attempts FROM outbox o JOIN letter l ON l.id = o.letter
       WHERE o.delivered_at IS NULL AND o.next_at <= ? ORDER BY o.letter LIMIT 50`,
    )
    .all(app.wall.now()) as (StoredLetter & { attempts: number })[];
  let delivered = 0;
  for (const letter of due) {
    const note = app.db.prepare(
      "UPDATE outbox SET attempts = attempts + 1, next_at = ?, delivered_at = ?, error = ? WHERE letter = ?",
    );
    try {
      await mailer(url).sendMail(await mailOf(app, letter));
      note.run(app.wall.now(), app.wall.now(), "", letter.id);
      delivered += 1;
    } catch (error) {
      const minutes = RETRY_MINUTES[Math.min(letter.attempts, RETRY_MINUTES.length - 1)]!;
      const next = new Date(Date.parse(app.wall.now()) + minutes * 60_000).toISOString();
      note.run(next, null, error instanceof Error ? error.message : String(error), letter.id);
    }
  }
  return delivered;
}

async function mailOf(app: App, letter: StoredLetter) {
  const message = written(app, letter);
  const { host } = new URL(publicAddress());
  const thread = letter.document && `<${letter.document}@${host}>`;
  return {
    from: process.env.BANDEIRA_MAIL_FROM ?? `Bandeira <bandeira@${host.split(":")[0]}>`,
    to: letter.recipient,
    subject: message.subject,
    text: asText(message),
    html: asHtml(message),
    ...(letter.encloses && { attachments: await enclosedFiles(app, JSON.parse(letter.encloses) as Enclosed) }),
    messageId: `<letter-${letter.id}@${host}>`,
    ...(thread && { references: [thread], inReplyTo: thread }),
    headers: { "Auto-Submitted": "auto-generated" },
  };
}
