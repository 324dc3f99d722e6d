import type { Db } from "../db/open";
import { dayIn } from "@/core/calendar";
import { documentType, type AnyDocument, type Attachment } from "@/core/documents";
import { principalsOf, type Directory, type Person } from "@/core/people";
import { type Refusal } from "@/core/refusal";
import { refuse, namesOf } from "@/core/words";
import type { DocumentState } from "@/core/approval";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readReferenceData } from "../reference-data";
import { whyNotChanged } from "./order-changes";
import { whyNotOfUnit } from "./unit";

/**
 * What somebody sends may say only what they may say: their own name, or on behalf of somebody for whom they may enter; the unit of whose document
 * it is, since it chooses the policy and its people; a date that has come; papers they have brought themselves.
 */
export function whyNotTaken(app: App, actor: Person, document: AnyDocument, requester = actor.id): Refusal | null {
  const { directory } = readReferenceData(app);
  const today = dayIn(app.clock.now(), directory.organisation.timeZone);
  if (document.requester !== requester) return refuse("entered in own name", null, "requester");
  const { onBehalfOf } = document;
  if (
    onBehalfOf !== null &&
    !mayEnterFor(app, actor.id === requester ? actor : directory.person(requester)!, onBehalfOf)
  )
    return refuse(
      "entered for others by few",
      { person: directory.person(onBehalfOf) ? onBehalfOf : null },
      "onBehalfOf",
      namesOf(directory),
    );
  const owner = directory.person(onBehalfOf ?? requester) ?? actor;
  const elsewhere = whyNotOfUnit(app, actor, document, owner, directory);
  if (elsewhere) return elsewhere;
  const named = whoIsNamed(document, directory) ?? whyNotChanged(app, document);
  if (named) return named;
  if (document.date > today) return refuse("dated later than today", null, "date");
  return whyNotPapers(app.db, document, actor.id, requester);
}

/** Whether somebody may enter documents on behalf of somebody else. */
export function mayEnterFor(app: App, actor: Person, other: string): boolean {
  const { directory } = readReferenceData(app);
  const person = directory.person(other);
  if (!person || other === actor.id || !directory.isActive(person, app.clock.now())) return false;
  return (
    actor.roles.includes("clerk") ||
    person.manager === actor.id ||
    principalsOf(actor.id, directory, app.clock.now()).includes(other)
  );
}

function whoIsNamed(document: AnyDocument, directory: Directory): Refusal | null {
  if ("receiver" in document && document.receiver && !directory.person(document.receiver))
    return refuse("receiver unknown", null, "receiver");
  const to = documentType(document.documentType).paidTo(document)?.to;
  if (!to || !("person" in to)) return null;
  if (!directory.person(to.person)) return refuse("payee unknown", null, "payee");
  const { requester, onBehalfOf } = document;
  const spender = onBehalfOf ?? requester;
  if (to.person === spender) return null;
  return refuse("paid to whoever it is for", { person: spender }, "payee", namesOf(directory));
}

/** A paper that is supplied later was brought by whoever supplies it, and is not one that another document stands on. */
export function whyNotSupplied(app: App, actor: Person, state: DocumentState, attachment: Attachment): Refusal | null {
  const { requester } = state.document;
  const wrong = whyNotPapers(app.db, { attachments: [attachment] }, actor.id, requester);
  if (wrong) return wrong;
  const other = statement(
    app.db,
    "SELECT d.number FROM claim_receipt c JOIN document d ON d.id = c.document WHERE c.hash = ? AND c.document <> ? LIMIT 1",
  )
    .pluck()
    .get(attachment.hash, state.id) as string | undefined;
  return other ? refuse("receipt twice", { other }, "attachment") : null;
}

type WithPapers = Pick<AnyDocument, "attachments">;

function whyNotPapers(db: Db, document: WithPapers, by: string, requester: string): Refusal | null {
  const find = statement(
    db,
    `SELECT 1 FROM attachment a JOIN upload u ON u.hash = a.hash
     WHERE a.hash = @hash AND a.type = @type AND a.size = @size AND u.person IN (@by, @requester)`,
  );
  const foreign = document.attachments.find(({ hash, type, size }) => !find.get({ hash, type, size, by, requester }));
  return foreign ? refuse("paper of somebody else", { name: foreign.name }, "attachments") : null;
}
