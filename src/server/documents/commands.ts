import {
  decide,
  effectOfEdit,
  evolve,
  isNamedToRelease,
  levelsToDecide,
  whyNotRelease,
  type DocumentCommand,
  type DocumentEvent,
  type DocumentState,
  type EditEffect,
} from "@/core/approval";
import { documentType, type AnyDocument } from "@/core/documents";
import { tookOverFrom, type Directory, type Person } from "@/core/people";
import type { Policy } from "@/core/policy";
import type { ChainedEvent } from "@/core/records";
import type { Duty } from "@/core/segregation";
import { type Result, refusedFor } from "@/core/refusal";
import { refused, refuse } from "@/core/words";
import { sayEdit } from "@/core/audit-narrative";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { allOrNothing } from "../db/all-or-nothing";
import { statement } from "../db/statement";
import { append } from "../log/log";
import { announce } from "../messages/announce";
import { readReferenceData, routingFor } from "../reference-data";
import { markAsked } from "../credit/customer";
import { whyNotChangeFields } from "../fields/hidden";
import { markControls } from "../evidence/marks";
import { markMet, whatMeets } from "../ledger/duties";
import { contextFor } from "./decide-context";
import { markEditor, whyNotEditToo } from "./editor";
import { writeDocument } from "./projection";
import { readState } from "./state";
import { whyNotSupplied, whyNotTaken } from "./acceptance";
import { onItsAccount } from "./on-account";
import { namesFor, saidOf, versionUnder } from "./names";

/** Commands that the system gives itself, when something around a document has changed or a step was carried out. */
type OfSystem = "look again" | "fire timer" | "release by step" | "finish step" | "note payment" | "fail step";
export type PersonCommand = Exclude<DocumentCommand, { type: "draft" | OfSystem }>;
export type SystemCommand = Extract<DocumentCommand, { type: OfSystem }>;

const ACTION: Record<PersonCommand["type"], Action> = {
  "save draft": "documents.edit",
  submit: "documents.edit",
  revise: "documents.edit",
  withdraw: "documents.withdraw",
  reroute: "documents.reroute",
  approve: "documents.decide",
  decline: "documents.decide",
  "send back": "documents.decide",
  "hand over": "documents.decide",
  "add approver": "documents.decide",
  ask: "documents.talk",
  answer: "documents.talk",
  remind: "documents.edit",
  "supply paper": "documents.supply",
  "place hold": "holds.place",
  "release hold": "holds.release",
  "retry step": "steps.manage",
  "skip step": "steps.manage",
};

/** Acts that should not meet with others about the same document, by the organisation's rules. */
const DUTY: Partial<Record<PersonCommand["type"], Duty>> = { approve: "approve", "release hold": "release" };

/** The event by which each command is known to have been carried out. */
const SHOWN_BY: Record<PersonCommand["type"], DocumentEvent["type"] | readonly DocumentEvent["type"][]> = {
  "save draft": "draft saved",
  submit: "submitted",
  revise: "revised",
  withdraw: "withdrawn",
  reroute: "rerouted",
  approve: "approval given",
  decline: "approval refused",
  "send back": ["sent back", "returned"],
  "hand over": "handed over",
  "add approver": "approver added",
  ask: "asked",
  answer: "answered",
  remind: "reminded by requester",
  "supply paper": "paper supplied",
  "place hold": "hold placed",
  "release hold": "hold released",
  "retry step": "step retried",
  "skip step": "step skipped",
};

/**
 * Enters a new draft. The number is given in the transaction that writes it, so that no two documents share one.
 * @param submit sends it on for approval in the same step; what cannot be submitted is then not entered either
 * @param inPerson the actor is signed in and does it themselves; what comes by a file or a token does not
 */
export function enterDocument(
  app: App,
  actor: Person,
  sent: AnyDocument,
  command: string,
  submit = false,
  inPerson = false,
): Result<DocumentState> {
  const intent = {
    command,
    stream: null,
    type: "drafted",
    barred: () => authorise(actor, "documents.enter"),
    again: (done: ChainedEvent) => readState(app.db, done.stream.slice("document:".length))!,
  };
  return carryOut(app, actor, intent, () => {
    const taken = takenDocument(app, actor, null, sent);
    if (!taken.ok) return taken;
    const document = taken.value;
    const number = nextNumber(app, document.documentType);
    const draft = { type: "draft" as const, id: number.toLowerCase(), number, document };
    const commands: DocumentCommand[] = submit ? [draft, { type: "submit", document }] : [draft];
    const apart = isBill(document) ? whatMeets(app, blank(document), actor, "enter") : { met: [] };
    if ("refusal" in apart) return { ok: false, refusals: [apart.refusal] };
    const entered = decided(app, actor.id, null, commands, command, inPerson);
    if (entered.ok)
      markMet(
        app,
        apart.met.map((one) => ({ ...one, document: entered.value.id })),
        command,
      );
    return entered;
  });
}

/** Entering what a supplier is paid by is a duty that is kept apart from others. */
function isBill(document: AnyDocument): boolean {
  const to = documentType(document.documentType).paidTo(document)?.to;
  return to !== undefined && "supplier" in to;
}

/** A document of which nothing is known yet but what it says. */
function blank(document: AnyDocument): DocumentState {
  return {
    id: "",
    number: documentType(document.documentType).name.one,
    status: "draft",
    revision: 1,
    document,
    route: null,
    levels: [],
    holds: [],
    createdAt: "",
    submittedAt: null,
    closedAt: null,
  };
}

/** Numbers of a type count up from one and are never given twice, since nothing is deleted. */
function nextNumber(app: App, type: string): string {
  const { prefix } = documentType(type).name;
  const last = statement(app.db, "SELECT last FROM document_number WHERE type = ?").pluck().get(type) as
    number | undefined;
  return `${prefix}-${String((last ?? 0) + 1).padStart(5, "0")}`;
}

/**
 * Carries out a command on a document: checked, decided, logged and projected in one transaction. A command id that was
 * carried out before changes nothing and gives the present state.
 * @param inPerson the actor is signed in and does it themselves, which a file, a token or somebody's form is not
 */
export function commandDocument(
  app: App,
  actor: Person,
  id: string,
  command: PersonCommand,
  commandId: string,
  inPerson = false,
): Result<DocumentState> {
  const state = () => readState(app.db, id)!;
  const intent = {
    command: commandId,
    stream: `document:${id}`,
    type: SHOWN_BY[command.type],
    barred: () => (readState(app.db, id) ? whyNotAllowed(app, actor, state(), command) : unknownDocument(id)),
    again: state,
  };
  return carryOut(app, actor, intent, () => commanded(app, actor, state(), command, commandId, inPerson));
}

const unknownDocument = (id: string) => refuse("no document", { document: id });

/** What a command of somebody's comes to who may give it. */
function commanded(
  app: App,
  actor: Person,
  state: DocumentState,
  command: PersonCommand,
  commandId: string,
  inPerson: boolean,
): Result<DocumentState> {
  const duty = DUTY[command.type];
  const apart = duty ? whatMeets(app, state, actor, duty) : { met: [] };
  if ("refusal" in apart) return refusedFor(apart.refusal);
  const foreign = command.type === "supply paper" ? whyNotSupplied(app, actor, state, command.attachment) : null;
  if (foreign) return refusedFor(foreign);
  if (!("document" in command)) {
    const result = decided(app, actor.id, state, [command], commandId, inPerson);
    if (result.ok) markMet(app, apart.met, commandId);
    // Its requester may send it in again with the paper that somebody else has brought.
    if (result.ok && command.type === "supply paper")
      statement(app.db, "INSERT OR IGNORE INTO upload (hash, person) VALUES (?, ?)").run(
        command.attachment.hash,
        state.document.requester,
      );
    return result;
  }
  const document = takenDocument(app, actor, state, command.document);
  if (!document.ok) return document;
  return decided(app, actor.id, state, [{ ...command, document: document.value }], commandId, inPerson);
}

function whyNotAllowed(app: App, actor: Person, state: DocumentState, command: PersonCommand) {
  const subject = {
    document: state,
    isReader: isReader(app, state, actor.id),
    tookOver: tookOver(app, state.document.requester, actor.id),
    ...(command.type === "release hold" && {
      named: isNamedToRelease(
        state,
        command.hold,
        contextFor(app, { actor: actor.id, at: app.clock.now(), state, document: state.document }),
      ),
    }),
  };
  return authorise(actor, ACTION[command.type], subject);
}

/**
 * A document as it is taken in: on its account as it stands, marked with its editor, and saying nothing its sender may not say. Who edited it is never
 * taken from what was sent.
 * @param state what is known of it already; null for one that is new
 */
function takenDocument(app: App, actor: Person, state: DocumentState | null, sent: AnyDocument): Result<AnyDocument> {
  const known = onItsAccount(app, sent);
  if (!known.ok) return known;
  const { requester, editedBy } = state?.document ?? { requester: actor.id, editedBy: undefined };
  const other = whyNotEditToo(app, actor, requester, editedBy);
  if (other) return { ok: false, refusals: [other] };
  const document = markEditor(known.value, actor.id, requester, editedBy);
  const hidden = whyNotChangeFields(app, actor, "changes" in document ? document.changes : []);
  if (hidden) return refusedFor(hidden);
  const moved = whyNotTaken(app, actor, document, requester);
  return moved ? { ok: false, refusals: [moved] } : { ok: true, value: document };
}

/** What an edit in approval would void, before it is made; nothing is written. */
export function previewEdit(
  app: App,
  actor: Person,
  id: string,
  command: Extract<DocumentCommand, { type: "revise" }>,
): Result<EditEffect & { why: string }> {
  const state = readState(app.db, id);
  if (!state) return refusedFor(unknownDocument(id));
  const refusal = whyNotAllowed(app, actor, state, command);
  if (refusal) return { ok: false, refusals: [refusal] };
  const document = takenDocument(app, actor, state, command.document);
  if (!document.ok) return document;
  const context = contextFor(app, {
    actor: actor.id,
    at: app.clock.now(),
    state,
    document: document.value,
    inPerson: true,
  });
  const found = effectOfEdit(state, { ...command, document: document.value }, context);
  if (!found.ok) return saidOf(readReferenceData(app), state, found);
  const { effect, changed, voided, gaps, dropped, askedAgain } = found.value;
  const edited = { gaps, changed, askedAgain, document: document.value };
  const why = sayEdit(edited, found.value.route.policy?.name ?? "", namesFor(readReferenceData(app), state));
  return { ok: true, value: { effect, why, changed, voided, gaps, dropped } };
}

/**
 * Enters a document in somebody's name that a rule asks for and nobody typed, and sends it on; what cannot be submitted is not entered either. Call inside a
 * transaction where it goes with something else.
 */
export function enterBySystem(app: App, sent: AnyDocument, command: string): Result<DocumentState> {
  return allOrNothing(app, () => {
    const requester = readReferenceData(app).directory.person(sent.requester);
    if (!requester) return refused("no person of the id", { person: sent.requester });
    const taken = takenDocument(app, requester, null, sent);
    if (!taken.ok) return taken;
    const number = nextNumber(app, taken.value.documentType);
    const draft = { type: "draft" as const, id: number.toLowerCase(), number, document: taken.value };
    return decided(app, "system", null, [draft, { type: "submit", document: taken.value }], command, false);
  });
}

/** A command the system gives itself. Call inside a transaction where it goes with something else. */
export function commandBySystem(
  app: App,
  id: string,
  command: SystemCommand,
  commandId: string,
): Result<DocumentState> {
  return allOrNothing(app, () => {
    const state = readState(app.db, id);
    if (!state) return refusedFor(unknownDocument(id));
    return decided(app, "system", state, [command], commandId, false);
  });
}

/**
 * Whether somebody has a part in a document: was asked or told, stands in now for somebody who is asked, or reads along under its policy.
 */
export function isReader(app: App, state: DocumentState, person: string): boolean {
  const has = statement(app.db, "SELECT 1 FROM reader WHERE person = ? AND document = ?").get(person, state.id);
  if (has !== undefined) return true;
  const world = readReferenceData(app);
  const version = versionUnder(world, state);
  if (version && readsAlong(version.policy, person, world.directory)) return true;
  const at = app.clock.now();
  return levelsToDecide(state, person, routingFor(app.db, world, at, state.route?.ratesOn), at).length > 0;
}

/** Whether a policy names somebody as a reader of every document under it. */
export function readsAlong({ readers }: Policy, person: string, directory: Directory): boolean {
  if (!readers) return false;
  return readers.people.includes(person) || readers.groups.some((id) => directory.group(id)?.members.includes(person));
}

/** Whether somebody may release a hold: by their role or by the policy, and never on their own document. */
export function mayReleaseHold(app: App, person: Person, state: DocumentState, hold: string): boolean {
  const context = contextFor(app, {
    actor: person.id,
    at: app.clock.now(),
    state,
    document: state.document,
    looks: false,
  });
  if (whyNotRelease(state, hold, context)) return false;
  return !authorise(person, "holds.release", { named: isNamedToRelease(state, hold, context) });
}

/** Whether somebody took over the open work of a requester who is no longer active. */
export function tookOver(app: App, requester: string, person: string): boolean {
  return tookOverFrom(person, readReferenceData(app).directory, app.clock.now()).includes(requester);
}

/** Commands that look at what is around the document now; every other goes by what was known when it was routed. */
const LOOKS_AROUND = new Set<DocumentCommand["type"]>(["submit", "revise", "reroute", "look again"]);

/** Carries out commands one after the other on a document, and writes their events at once: all of them or none. */
function decided(
  app: App,
  actor: string,
  state: DocumentState | null,
  commands: readonly DocumentCommand[],
  commandId: string,
  inPerson: boolean,
): Result<DocumentState> {
  const at = app.clock.now();
  const events: DocumentEvent[] = [];
  let now = state;
  for (const command of commands) {
    const document = "document" in command ? command.document : now!.document;
    const looks = LOOKS_AROUND.has(command.type);
    const result = decide(now, command, contextFor(app, { actor, at, state: now, document, looks, inPerson }));
    if (!result.ok) return saidOf(readReferenceData(app), now, result);
    events.push(...result.value);
    now = result.value.reduce((before, event) => evolve(before, event, at), now);
  }
  if (events.length === 0) return { ok: true, value: state! };
  const after = now!;
  const [first] = append(app.db, `document:${after.id}`, events, { actor, at, command: commandId });
  markControls(
    app.db,
    after.id,
    events.map((event, index) => ({ ...event, seq: first!.seq + index, time: at })),
    state,
  );
  writeDocument(app.db, after, state, at);
  markAsked(app, state, after, commandId);
  announce(app, state, events, at);
  return { ok: true, value: after };
}
