import {
  acceptedOf,
  actorsOfSeat,
  calendarOf,
  openSeats,
  refusedOf,
  finishedOf,
  type DocumentEvent,
  type DocumentState,
} from "@/core/approval";
import { dayIn, timeIn } from "@/core/calendar";
import { NO_CONTEXT, documentType } from "@/core/documents";
import { isOwnKey, type OwnValue } from "@/core/own-fields";
import { isKeyOf } from "@/core/ids";
import { ALWAYS, OUTSIDE, fill, type Facts, type Occasion, type Recipient } from "@/core/messages";
import { formatMoney, type Money } from "@/core/money";
import { noticesOf, sayWhy, type Notice, type Why } from "@/core/notices";
import { askerOf } from "@/core/routing";
import { joinWords, sayDate } from "@/core/text";
import { sayGiven, sayLabel, type Names } from "@/core/words";
import type { App } from "../app";
import { emailOf, accountNamed } from "../ledger/accounts";
import { isOfStopped, tellNotRaised } from "../credit/customer";
import { sendLetter } from "../ledger/write";
import { readReferenceData, routingFor, type ReferenceData } from "../reference-data";
import { writeTo } from "./letters";
import { templateOf } from "./settings";
import { namesFor, versionUnder } from "../documents/names";

/**
 * Writes to everybody whom what has just happened concerns, each letter from its event. Call in the transaction that wrote the events.
 * @param before the state they happened to; null for a document that is new
 */
export function announce(app: App, before: DocumentState | null, events: readonly DocumentEvent[], at: string): void {
  if (app.quiet) return;
  const world = readReferenceData(app);
  // Nobody hears the same of the same level twice in one go.
  const heard = new Set<string>();
  for (const { notice, now } of noticesOf(events, before, at)) announceTo(app, world, now, notice, heard);
}

function announceTo(app: App, world: ReferenceData, state: DocumentState, notice: Notice, heard: Set<string>): void {
  const { occasion, level } = notice;
  const template = templateOf(app, occasion);
  const facts = factsOf(world, state, notice);
  const readers = new Map<string, Why | undefined>();
  const add = (person: string, why: Why | undefined) => {
    const once = `${occasion} ${level ?? ""} ${person}`;
    if (readers.has(person) || person === notice.by || heard.has(once) || !isHere(app, world, person)) return;
    heard.add(once);
    readers.set(person, why);
  };
  for (const person of notice.to)
    for (const [reader, why] of notice.decide
      ? actingFor(app, world, state, level!, person)
      : [[person, undefined] as const])
      add(reader, notice.why ?? why);
  const deciding = new Set(notice.decide ? readers.keys() : []);
  const policy = versionUnder(world, state)?.policy;
  const names = namesFor(world, state);
  const further = [
    ...(ALWAYS[occasion] ?? []),
    ...(policy?.messages.filter((one) => one.on === occasion).map((one) => one.to) ?? []),
  ];
  const others = (to: Recipient) => peopleFor(world, state, to, policy?.readers);
  for (const person of further.flatMap(others)) add(person, notice.why);
  const name = (id: string) => nameAt(world, id);
  for (const [person, why] of readers) {
    const own: Facts = {
      ...facts,
      recipient: name(person),
      why: why ? sayWhy(why, state, names) : "",
      due: sayDueFor(world, state, level, person),
    };
    const decide = deciding.has(person) && level ? { decide: { level, revision: state.revision } } : {};
    writeTo(app, {
      person,
      document: state.id,
      occasion,
      subject: fill(template.subject, own),
      body: fill(template.body, own),
      ...decide,
    });
  }
  // Of an order that was stopped the customer hears either way, from what is done with the limit; of a refusal, here.
  const applied = policy?.afterApproval.some(({ kind }) => kind === "apply changes") ?? false;
  if (isOfStopped(state) && occasion === "declined") tellNotRaised(app, state);
  else if (further.includes("party") && !(isOfStopped(state) && occasion === "approved" && applied))
    tellParty(app, world, state, occasion);
}

/** Whoever has left hears nothing more. */
function isHere(app: App, { directory }: ReferenceData, id: string): boolean {
  const person = directory.person(id);
  return person !== undefined && directory.isActive(person, app.clock.now());
}

/** Who can act for somebody who is asked, each with why it comes to them. */
function actingFor(app: App, world: ReferenceData, state: DocumentState, level: string, seat: string): [string, Why][] {
  const at = app.clock.now();
  return actorsOfSeat(state, seat, routingFor(app.db, world, at, state.route?.ratesOn), at, level)
    .filter((one) => one.eligible)
    .map((one) => [one.person, { code: "asked", level, inPlaceOf: one.person === seat ? null : seat }]);
}

function peopleFor(
  { directory }: ReferenceData,
  state: DocumentState,
  to: Recipient,
  along?: { people: string[]; groups: string[] },
): string[] {
  const requester = askerOf(state.document);
  switch (to) {
    case "requester":
      return [...new Set([requester, state.document.requester])];
    case "approvers":
      return [...new Set(state.levels.flatMap((level) => level.pool))];
    case "next":
      return [...new Set(state.levels.flatMap(openSeats))];
    case "manager":
      return [directory.lineUp(requester)[0]?.id ?? []].flat();
    case "readers":
      return [...(along?.people ?? []), ...(along?.groups ?? []).flatMap((id) => directory.group(id)?.members ?? [])];
    case "accounts":
      return directory.organisation.people
        .filter((one) => one.roles.includes("clerk") && !one.activeUntil)
        .map((one) => one.id);
    case "told":
      return (state.route?.levels ?? [])
        .filter((level) => level.outcome === "told")
        .flatMap((level) => level.candidates.map((one) => one.person));
    case "party":
      return [];
  }
}

/** The other party learns the outcome, in words of its own, and nothing of what was said inside. */
function tellParty(app: App, world: ReferenceData, state: DocumentState, occasion: Occasion): void {
  const say = isKeyOf(OUTSIDE, occasion) ? OUTSIDE[occasion] : null;
  const document = acceptedOf(state);
  const type = documentType(document.documentType);
  const { account: named, called, reference } = type.outside(document);
  const account = named && accountNamed(app.db, named);
  const to = account ? emailOf(account) : "";
  if (!say || !to) return;
  const letter = say({
    number: state.number,
    reference,
    what: called,
    amount: sayAmount(type.headline(document)[type.shows]),
    organisation: world.directory.organisation.name,
  });
  sendLetter(app, { document: state.id, to, ...letter });
}

/** A change of particulars comes to nothing, and says nothing of it. */
const sayAmount = (amount: Money) => (amount.minor === 0 ? "" : formatMoney(amount));

/** What a template can say of a document at one moment, whoever reads it: of what is left of it, with what was not approved beside. */
export function factsOf(world: ReferenceData, state: DocumentState, notice: Omit<Notice, "to">): Facts {
  const type = documentType(state.document.documentType);
  const headline = type.headline(acceptedOf(state));
  const name = (id: string) => nameAt(world, id);
  return {
    ...ownFactsOf(world, state),
    number: state.number,
    title: headline.title,
    type: type.name.one,
    amount: sayAmount(headline[type.shows]),
    party: headline.party,
    requester: name(askerOf(state.document)),
    unit: world.directory.unit(state.document.unit)?.name ?? state.document.unit,
    level: state.levels.find((level) => level.level === notice.level)?.name ?? "",
    asked: joinWords([...new Set(notice.asked ?? [])].map(name), "or"),
    refused: sayRefused(state, namesFor(world, state)),
    due: "",
    by: notice.by ? name(notice.by) : "",
    words: givenIn(world, state, notice),
    why: "",
    recipient: "",
  };
}

/** What somebody said, with the reason that they chose. */
function givenIn(world: ReferenceData, state: DocumentState, { words = "", listed }: Omit<Notice, "to">): string {
  return listed ? sayGiven({ listed, said: words }, namesFor(world, state)) : words;
}

/** What a document says in fields of the organisation's own, its lines and its account with it, each as it is read. */
function ownFactsOf(world: ReferenceData, state: DocumentState): Record<`own_${string}`, string> {
  const document = finishedOf(state);
  const facts = documentType(document.documentType).facts(document, { ...NO_CONTEXT, around: state.around ?? {} });
  const names = namesFor(world, state);
  const said = Object.entries(facts).flatMap(([key, value]) => {
    if (!isOwnKey(key) || key.includes(":") || value === null) return [];
    const all = Array.isArray(value) ? (value as readonly OwnValue[]) : [value as OwnValue];
    return [
      [
        key,
        joinWords(
          all.map((one) => names.fieldValue(key, one)),
          "and",
        ),
      ],
    ];
  });
  return Object.fromEntries(said) as Record<`own_${string}`, string>;
}

/** What was not approved, part by part. */
function sayRefused(state: DocumentState, names: Names): string {
  const parts = documentType(state.document.documentType).parts(state.document);
  const said = refusedOf(state).map(({ part, allowed }) => {
    const found = parts.find((one) => one.key === part);
    const label = sayLabel(found?.label ?? part, names);
    if (allowed === null || !found?.amount) return label;
    return `${label} above ${formatMoney({ ...found.amount, minor: allowed })}`;
  });
  return joinWords(said, "and");
}

/** When an answer is due, in the reader's own time zone. */
function sayDueFor(
  { directory }: ReferenceData,
  state: DocumentState,
  level: string | undefined,
  person: string,
): string {
  const due = state.levels.find((one) => one.level === level)?.due;
  if (!due) return "";
  const zone = calendarOf(person, directory).timeZone;
  return `${sayDate(dayIn(due, zone))} at ${timeIn(due, zone)}`;
}

const nameAt = ({ directory }: ReferenceData, id: string) => directory.person(id)?.name ?? id;
