import {
  decide,
  levelsToDecide,
  type DecideContext,
  type DocumentCommand,
  type DocumentEvent,
  type DocumentState,
} from "@/core/approval";
import { documentType, type AnyDocument } from "@/core/documents";
import { tookOverFrom, type Directory, type Person } from "@/core/people";
import type { Policy } from "@/core/policy";
import { refuse, type Refusal, type Result } from "@/core/refusal";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { append, doneBefore } from "../log/log";
import { project, readState } from "../log/projection";
import { readWorld, routingFor } from "../world";
import { dayIn } from "@/core/calendar";

const ACTION: Record<Exclude<DocumentCommand["type"], "draft">, Action> = {
  "save draft": "documents.edit",
  submit: "documents.edit",
  withdraw: "documents.withdraw",
  reroute: "documents.reroute",
  approve: "documents.decide",
  decline: "documents.decide",
  "send back": "documents.decide",
};

/** The event by which each command is known to have been carried out. */
const SHOWN_BY: Record<keyof typeof ACTION, DocumentEvent["type"]> = {
  "save draft": "draft saved",
  submit: "submitted",
  withdraw: "withdrawn",
  reroute: "rerouted",
  approve: "approval given",
  decline: "approval refused",
  "send back": "sent back",
};

/** Enters a new draft. The number is given in the transaction that writes it, so that no two documents share one. */
export function enterDocument(app: App, actor: Person, document: AnyDocument, command: string): Result<DocumentState> {
  return inTransaction(app, () => {
    const refusal = authorise(actor, "documents.enter") ?? whyNotTaken(app, actor, document);
    if (refusal) return { ok: false, refusals: [refusal] };
    const earlier = doneBefore(app.db, { command, actor: actor.id, stream: null, type: "drafted" });
    if (!earlier.ok) return earlier;
    if (earlier.value) return { ok: true, value: readState(app.db, earlier.value.stream.slice("document:".length))! };
    const { prefix } = documentType(document.documentType).name;
    const count = app.db
      .prepare("SELECT COUNT(*) FROM document WHERE type = ?")
      .pluck()
      .get(document.documentType) as number;
    const number = `${prefix}-${String(count + 1).padStart(5, "0")}`;
    return carryOut(app, actor, null, { type: "draft", id: number.toLowerCase(), number, document }, command);
  });
}

/**
 * Carries out a command on a document: checked, decided, logged and projected in one transaction. A command id that was
 * carried out before changes nothing and gives the present state.
 */
export function commandDocument(
  app: App,
  actor: Person,
  id: string,
  command: Exclude<DocumentCommand, { type: "draft" }>,
  commandId: string,
): Result<DocumentState> {
  return inTransaction(app, () => {
    const state = readState(app.db, id);
    if (!state) return { ok: false, refusals: [refuse("unknown", `There is no document ${id}`)] };
    const refusal = authorise(actor, ACTION[command.type], {
      document: state,
      isReader: isReader(app, state, actor.id),
      tookOver: tookOver(app, state.document.requester, actor.id),
    });
    if (refusal) return { ok: false, refusals: [refusal] };
    const earlier = doneBefore(app.db, {
      command: commandId,
      actor: actor.id,
      stream: `document:${id}`,
      type: SHOWN_BY[command.type],
    });
    if (!earlier.ok) return earlier;
    if (earlier.value) return { ok: true, value: state };
    if (!("document" in command)) return carryOut(app, actor, state, command, commandId);
    const { requester, editedBy } = state.document;
    const document = markEditor(command.document, actor.id, requester, editedBy);
    const moved = whyNotTaken(app, actor, document, requester);
    if (moved) return { ok: false, refusals: [moved] };
    return carryOut(app, actor, state, { ...command, document }, commandId);
  });
}

/**
 * What somebody sends may say only what they may say: their own name and unit, since these choose the policy and its people, a date
 * that has come, and papers they have brought themselves.
 */
function whyNotTaken(app: App, actor: Person, document: AnyDocument, requester = actor.id): Refusal | null {
  if (document.requester !== requester || document.onBehalfOf !== null)
    return refuse("forbidden", "A document is entered in one’s own name", "requester");
  const { directory } = readWorld(app);
  const owner = directory.person(requester) ?? actor;
  if (document.unit !== owner.unit) {
    return refuse(
      "forbidden",
      `A document of ${owner.name} belongs to ${directory.unit(owner.unit)?.name ?? owner.unit}`,
      "unit",
    );
  }
  if (document.receiver && !directory.person(document.receiver))
    return refuse("unknown", "The receiver is nobody known here; choose somebody from the list", "receiver");
  if (document.date > dayIn(app.clock.now(), directory.organisation.timeZone))
    return refuse("invalid", "A document is not dated later than today", "date");
  const find = app.db.prepare(
    `SELECT 1 FROM attachment a JOIN upload u ON u.hash = a.hash
     WHERE a.hash = @hash AND a.type = @type AND a.size = @size AND u.person IN (@by, @requester)`,
  );
  const foreign = document.attachments.find(
    (paper) => !find.get({ hash: paper.hash, type: paper.type, size: paper.size, by: actor.id, requester }),
  );
  return foreign
    ? refuse("attachment", `${foreign.name} has not been uploaded by you; attach it again`, "attachments")
    : null;
}

/**
 * Whether somebody has a part in a document: was asked or told, stands in now for somebody who is asked, or reads along under its policy.
 */
export function isReader(app: App, state: DocumentState, person: string): boolean {
  const has = app.db.prepare("SELECT 1 FROM reader WHERE person = ? AND document = ?").get(person, state.id);
  if (has !== undefined) return true;
  const world = readWorld(app);
  const { policy } = state.route ?? {};
  const version = policy && world.versions.find((one) => one.policy.id === policy.id && one.version === policy.version);
  if (version && readsAlong(version.policy, person, world.directory)) return true;
  const at = app.clock.now();
  return levelsToDecide(state, person, routingFor(app.db, world, state.document.date, at), at).length > 0;
}

/** Whether a policy names somebody as a reader of every document under it. */
export function readsAlong({ readers }: Policy, person: string, directory: Directory): boolean {
  if (!readers) return false;
  return readers.people.includes(person) || readers.groups.some((id) => directory.group(id)?.members.includes(person));
}

/** Whether somebody took over the open work of a requester who is no longer active. */
export function tookOver(app: App, requester: string, person: string): boolean {
  return tookOverFrom(person, readWorld(app).directory, app.clock.now()).includes(requester);
}

/** Whoever edits for somebody else is named, since they may not decide on it either. */
function markEditor(document: AnyDocument, actor: string, requester: string, before: string | undefined): AnyDocument {
  const { editedBy: _, ...plain } = document;
  const editor = actor === requester ? before : actor;
  return editor ? { ...plain, editedBy: editor } : plain;
}

function carryOut(
  app: App,
  actor: Person,
  state: DocumentState | null,
  command: DocumentCommand,
  commandId: string,
): Result<DocumentState> {
  const at = app.clock.now();
  const result = decide(
    state,
    command,
    contextFor(app, actor.id, at, "document" in command ? command.document : state!.document),
  );
  if (!result.ok) return result;
  const id = state?.id ?? (command as { id: string }).id;
  project(app.db, append(app.db, `document:${id}`, result.value, { actor: actor.id, at, command: commandId }));
  return { ok: true, value: readState(app.db, id)! };
}

function contextFor(app: App, actor: string, at: string, document: AnyDocument): DecideContext {
  const world = readWorld(app);
  return {
    actor,
    at,
    routing: routingFor(app.db, world, document.date, at),
    versionOf: (policy, version) => world.versions.find((one) => one.policy.id === policy && one.version === version),
  };
}

/** Immediate, so that of two who decide at once the second waits and then sees what the first has done. */
function inTransaction<T>(app: App, work: () => T): T {
  return app.db.inTransaction ? work() : app.db.transaction(work).immediate();
}
