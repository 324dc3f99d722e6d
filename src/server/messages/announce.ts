import { actorsOfSeat, openSeats, sayGap, type DocumentEvent, type DocumentState } from "@/core/approval";
import { askerOf } from "@/core/routing";
import { documentType } from "@/core/documents";
import { ALWAYS, fill, type Facts, type Occasion, type Recipient } from "@/core/messages";
import { formatMoney } from "@/core/money";
import { calendarOf } from "@/core/approval";
import { dayIn, timeIn } from "@/core/calendar";
import { capital, joinWords, sayDate } from "@/core/words";
import type { App } from "../app";
import { accountByName } from "../ledger/accounts";
import { sendLetter } from "../ledger/write";
import { readWorld, routingFor, type World } from "../world";
import { writeTo } from "./letters";
import { templateOf } from "./settings";

/** One thing to tell: to whom whatever the policy says, and what of it is known. */
type Notice = {
  occasion: Occasion;
  to: readonly string[];
  /** The level it is about, and whether its readers can decide there. */
  level?: string;
  decide?: boolean;
  by?: string;
  words?: string;
  why?: string;
};

/** Writes to everybody whom what has just happened concerns. Call in the transaction that wrote the events. */
export function announce(app: App, state: DocumentState, events: readonly DocumentEvent[]): void {
  if (app.quiet) return;
  const world = readWorld(app);
  const opened = new Set(events.flatMap((event) => (event.type === "level opened" ? [event.data.level] : [])));
  for (const event of events) {
    const notices = [...noticesOf(event, state, world), ...changedNotices(event, state, opened)];
    for (const notice of notices) tell(app, world, state, notice);
  }
}

/**
 * What an edit means for those who had a part in it: whoever is still asked gets a link to the new revision, since the old one died with the old; whoever's
 * approval no longer counts learns why.
 * @param opened levels that have just opened, whose people hear of that
 */
function changedNotices(event: DocumentEvent, state: DocumentState, opened: ReadonlySet<string>): Notice[] {
  if (event.type !== "revised" && event.type !== "reopened") return [];
  const { documentType: type } = state.document;
  const why = capital(joinWords([...new Set(event.data.gaps.map((gap) => sayGap(gap, type)))], "and"));
  const asked = new Set(state.levels.filter((level) => opened.has(level.level)).flatMap(openSeats));
  const lost = [
    ...(event.type === "revised"
      ? event.data.voided.map((one) => one.by)
      : event.data.gaps.flatMap((gap) => gap.by ?? [])),
    ...(event.type === "reopened" ? [askerOf(state.document), state.document.requester] : []),
  ].filter((person) => !asked.has(person));
  const again: Notice = { occasion: "reopened", to: [...new Set(lost)], why: why && `${why}.` };
  if (event.type === "reopened") return lost.length > 0 ? [again] : [];
  const still = state.levels.filter(
    (level) => level.status === "open" && level.kind !== "check" && !opened.has(level.level),
  );
  const changed = `${state.number} was changed and is revision ${state.revision} now: ${event.data.why}.`;
  return [
    ...(lost.length > 0 ? [again] : []),
    ...still.map((level): Notice => ({
      occasion: "opened",
      to: openSeats(level),
      level: level.level,
      decide: true,
      why: changed,
    })),
  ];
}

function noticesOf(event: DocumentEvent, state: DocumentState, world: World): Notice[] {
  const names = (ids: readonly string[]) =>
    joinWords(
      [...new Set(ids)].map((id) => nameOf(world, id)),
      "and",
    );
  switch (event.type) {
    case "submitted":
      return [{ occasion: "submitted", to: [] }];
    case "level opened": {
      const { level } = event.data;
      const open = state.levels.find((one) => one.level === level);
      // What one command opened and ended again asks nobody.
      if (open?.status !== "open" || open.kind === "check") return [];
      return [{ occasion: "opened", to: openSeats(open), level, decide: true }];
    }
    case "next asked":
      return [{ occasion: "opened", to: event.data.asked, level: event.data.level, decide: true }];
    case "approver added": {
      const { person, level, by, comment } = event.data;
      return [
        {
          occasion: "opened",
          to: [person],
          level,
          decide: true,
          by,
          words: comment,
          why: `${nameOf(world, by)} asks you to approve first: ${comment}`,
        },
      ];
    }
    case "handed over": {
      const { to, level, by, comment } = event.data;
      return [{ occasion: "handed over", to: [to], level, decide: true, by, words: comment }];
    }
    case "level passed on": {
      const { from, pool, level } = event.data;
      const asked = pool.filter((person) => !from.includes(person));
      const why = `${names(from)} did not answer in time`;
      return [
        { occasion: "opened", to: asked, level, decide: true, why: `It comes to you, since ${why}.` },
        { occasion: "overdue", to: from, level, why: `It was passed on to ${names(asked)}.` },
      ];
    }
    case "level overdue":
      return [{ occasion: "overdue", to: [], level: event.data.level, why: `${capital(event.data.why)}.` }];
    case "level lapsed":
      return [{ occasion: "lapse", to: event.data.asked, level: event.data.level }];
    case "reminded":
      return [
        { occasion: "reminder", to: event.data.to, level: event.data.level, why: event.data.late ? "It is late." : "" },
      ];
    case "reminded by requester": {
      const { to, by, text } = event.data;
      const open = state.levels.find((one) => one.status === "open");
      return [
        {
          occasion: "reminder",
          to,
          by,
          words: text,
          why: `${nameOf(world, by)} reminds you.`,
          ...(open && { level: open.level }),
        },
      ];
    }
    case "asked":
      return [{ occasion: "question", to: [event.data.to], by: event.data.by, words: event.data.text }];
    case "answered": {
      const asker = state.questions?.find((one) => one.question === event.data.question)?.by;
      return [{ occasion: "answer", to: asker ? [asker] : [], by: event.data.by, words: event.data.text }];
    }
    case "approved": {
      const last = state.levels.flatMap((level) => level.decisions).at(-1);
      return [{ occasion: "approved", to: [], ...(last && { by: last.by, words: last.comment }) }];
    }
    case "declined": {
      const last = state.levels.find((one) => one.level === event.data.level)?.decisions.at(-1);
      return [
        { occasion: "declined", to: [], level: event.data.level, ...(last && { by: last.by, words: last.comment }) },
      ];
    }
    case "sent back":
      return [{ occasion: "sent back", to: [], by: event.data.by, words: event.data.comment, level: event.data.level }];
    default:
      return [];
  }
}

function tell(app: App, world: World, state: DocumentState, notice: Notice): void {
  const { occasion, level } = notice;
  const template = templateOf(app, occasion);
  const facts = factsOf(world, state, notice);
  const readers = new Map<string, string>();
  const add = (person: string, why: string) => {
    if (!readers.has(person) && person !== notice.by) readers.set(person, why);
  };
  for (const person of notice.to)
    for (const [reader, why] of notice.decide ? actingFor(app, world, state, level!, person) : [[person, ""] as const])
      add(reader, notice.why ?? why);
  const deciding = new Set(notice.decide ? readers.keys() : []);
  const policy = world.versions.find(
    (one) => one.policy.id === state.route?.policy?.id && one.version === state.route.policy.version,
  )?.policy;
  const further = [
    ...(ALWAYS[occasion] ?? []),
    ...(policy?.messages.filter((one) => one.on === occasion).map((one) => one.to) ?? []),
  ];
  const others = (to: Recipient) => peopleFor(world, state, to, policy?.readers);
  for (const person of further.flatMap(others)) add(person, notice.why ?? "");
  for (const [person, why] of readers) {
    const own: Facts = { ...facts, recipient: nameOf(world, person), why, due: sayDueFor(world, state, level, person) };
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
  if (further.includes("party"))
    tellParty(app, state, fill(template.subject, facts), fill(template.body, { ...facts, words: "", why: "" }));
}

/** Who can act for somebody who is asked, each with why it comes to them. */
function actingFor(app: App, world: World, state: DocumentState, level: string, seat: string): [string, string][] {
  const at = app.clock.now();
  const levelName = state.levels.find((one) => one.level === level)?.name ?? level;
  return actorsOfSeat(state, seat, routingFor(app.db, world, at, state.route?.ratesOn), at, level)
    .filter((one) => one.eligible)
    .map((one) => [
      one.person,
      one.person === seat
        ? `You are asked as ${levelName}.`
        : `You are asked as ${levelName}, in place of ${nameOf(world, seat)}.`,
    ]);
}

function peopleFor(
  { directory }: World,
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
    case "party":
      return [];
  }
}

/** The other party learns the outcome and nothing of what was said inside. */
function tellParty(app: App, state: DocumentState, subject: string, body: string): void {
  const kind = state.document.documentType === "credit-limit-change" ? "customer" : "supplier";
  const { party } = documentType(state.document.documentType).headline(state.document);
  const email = accountByName(app.db, kind, party)?.fields.email;
  if (typeof email === "string" && email) sendLetter(app, { document: state.id, to: email, subject, body });
}

/** What a template can say of a document, whoever reads it. */
export function factsOf(world: World, state: DocumentState, notice: Omit<Notice, "to">): Facts {
  const type = documentType(state.document.documentType);
  const headline = type.headline(state.document);
  const level = state.levels.find((one) => one.level === notice.level);
  const asked = level ? openSeats({ ...level, status: "open" }) : state.levels.flatMap(openSeats);
  return {
    number: state.number,
    title: headline.title,
    type: type.name.one,
    // A change of particulars comes to nothing, and says nothing of it.
    amount: headline[type.shows].minor === 0 ? "" : formatMoney(headline[type.shows]),
    party: headline.party,
    requester: nameOf(world, askerOf(state.document)),
    unit: world.directory.unit(state.document.unit)?.name ?? state.document.unit,
    level: level?.name ?? "",
    asked: joinWords(
      [...new Set(asked)].map((id) => nameOf(world, id)),
      "or",
    ),
    due: "",
    by: notice.by ? nameOf(world, notice.by) : "",
    words: notice.words ?? "",
    why: notice.why ?? "",
    recipient: "",
  };
}

/** When an answer is due, in the reader's own time zone. */
function sayDueFor({ directory }: World, state: DocumentState, level: string | undefined, person: string): string {
  const due = state.levels.find((one) => one.level === level)?.due;
  if (!due) return "";
  const zone = calendarOf(person, directory).timeZone;
  return `${sayDate(dayIn(due, zone))} at ${timeIn(due, zone)}`;
}

const nameOf = ({ directory }: World, id: string) => directory.person(id)?.name ?? id;
