import { dayIn } from "../calendar";
import { formatMoney, type Money } from "../money";
import { sayDate } from "../words";
import { type Directory } from "./directory";
import { sayCompared, type ToCurrency } from "./limits";
import type { Person, StandIn } from "./schema";
import { coversType, inEffect } from "./stand-ins";

/** What of a document decides who may approve it. */
export type Subject = {
  requester: string;
  unit: string;
  documentType: string;
  /** What limits and caps are compared with: the document's own amount, without sign and not yet converted; null when it is not known. */
  amount: Money | null;
  toCurrency: ToCurrency;
  /** People who may never decide on it, each with the reason: the one on whose behalf it is, the last editor of the amount. */
  excluded: readonly { person: string; reason: string }[];
  /** Keys of what somebody may own: its cost centres, its customer, its supplier. */
  concerns: Readonly<Partial<Record<"costCentre" | "customer" | "supplier", readonly string[]>>>;
  /** People named on the document, by field. */
  named: Readonly<Record<string, string>>;
};

/** Somebody who may or may not decide, and why; `inNameOf` when they act for somebody else. */
export type Candidate = {
  person: string;
  name: string;
  eligible: boolean;
  reason: string;
  inNameOf?: string;
  /** Not now, but still one of those who are asked. */
  away?: true;
};

/**
 * Everybody who could act for a person who is asked: the person, and whoever stands in for them now, each with "eligible" or the reason why
 * not. Nobody acts for somebody who may not decide themselves. An absent stand-in is followed to their own stand-in; what has been
 * delegated is not delegated further.
 * @param at ISO date-time in UTC
 * @param openLevel the person was asked while active: their successor acts once they are not
 */
export function actorsFor(
  id: string,
  subject: Subject,
  directory: Directory,
  at: string,
  openLevel = false,
): Candidate[] {
  const person = directory.person(id);
  if (!person) return [{ person: id, name: id, eligible: false, reason: "not: unknown person" }];
  const why = whyNever(person, subject, directory, at);
  if (openLevel && why === "inactive" && person.successor) return takenOver(person, subject, directory, at);
  if (why) return [not(person, why)];
  const entries = directory.standInsOf(id).filter((entry) => inEffect(entry, at));
  const absence = entries.find((entry) => entry.kind === "absence");
  const own: Candidate = absence
    ? { ...not(person, sayAbsence(absence, subject, directory)), away: true }
    : { person: id, name: person.name, eligible: true, reason: "eligible" };
  const acting = (absence ? [absence] : entries).filter((entry) => coversType(entry, subject.documentType));
  return [own, ...acting.flatMap((entry) => standsIn(person, [entry], subject, directory, at))];
}

/** Why a person can never decide on a document, whoever asks them; null when they can. */
function whyNever(person: Person, subject: Subject, directory: Directory, at: string): string | null {
  if (person.id === subject.requester) return "is the requester";
  const exclusion = subject.excluded.find((excluded) => excluded.person === person.id);
  if (exclusion) return exclusion.reason;
  if (!directory.isActive(person, at)) return "inactive";
  return person.roles.includes("approver") ? null : "has not the role approver";
}

function standsIn(
  principal: Person,
  path: readonly StandIn[],
  subject: Subject,
  directory: Directory,
  at: string,
): Candidate[] {
  const id = path.at(-1)!.standIn;
  if (!id) return [];
  const person = directory.person(id);
  if (!person) return [{ person: id, name: id, eligible: false, reason: "not: unknown person" }];
  const words = sayRole(principal, path, directory);
  const refused = (reason: string): Candidate[] => [
    { ...not(person, `${words}, but ${reason}`), inNameOf: principal.id },
  ];
  const why = whyNever(person, subject, directory, at) ?? path.map((entry) => overCap(entry, subject)).find(Boolean);
  if (why) return refused(why);
  const absence = directory.standInsOf(id).find((entry) => entry.kind === "absence" && inEffect(entry, at));
  if (!absence)
    return [{ person: id, name: person.name, eligible: true, reason: `eligible: ${words}`, inNameOf: principal.id }];
  const followed = coversType(absence, subject.documentType) && !path.some((entry) => entry.person === absence.standIn);
  return [
    ...refused(sayAbsence(absence, subject, directory)),
    ...(followed ? standsIn(principal, [...path, absence], subject, directory, at) : []),
  ];
}

function takenOver(person: Person, subject: Subject, directory: Directory, at: string): Candidate[] {
  const seen = new Set([person.id]);
  let successor = directory.person(person.successor!);
  // What came to somebody who may not decide it themselves does not go on to whoever took over from them.
  const hasLeft = (one: Person) => whyNever(one, subject, directory, at) === "inactive";
  while (successor && hasLeft(successor) && successor.successor && !seen.has(successor.id)) {
    seen.add(successor.id);
    successor = directory.person(successor.successor);
  }
  if (!successor) return [not(person, "inactive")];
  const acting = actorsFor(successor.id, subject, directory, at).map((one): Candidate => {
    const { away: _, ...rest } = one;
    const reason = one.eligible
      ? `eligible: took over from ${person.name}`
      : `${one.reason}; took over from ${person.name}`;
    return { ...rest, reason, inNameOf: person.id };
  });
  return [not(person, `inactive, ${successor.name} took over`), ...acting];
}

function overCap({ cap }: StandIn, { amount, toCurrency }: Subject): string | null {
  if (!cap) return null;
  const words = `only up to ${formatMoney(cap)}`;
  const compared = amount && toCurrency(amount, cap.currency);
  if (!amount || !compared) return `${words}, which cannot be compared with this document`;
  return compared.minor <= cap.minor ? null : `${words}, and this is ${sayCompared(amount, compared)}`;
}

function not(person: Person, reason: string): Candidate {
  return { person: person.id, name: person.name, eligible: false, reason: `not: ${reason}` };
}

/** @example "away until 20 Mar 2026, stands in: Rui Tavares" */
export function sayAbsence(
  absence: StandIn,
  { documentType }: Pick<Subject, "documentType">,
  directory: Directory,
): string {
  const until = sayUntil(absence, directory);
  if (!absence.standIn) return `away${until}, nobody stands in`;
  const name = directory.person(absence.standIn)?.name ?? absence.standIn;
  return coversType(absence, documentType)
    ? `away${until}, stands in: ${name}`
    : `away${until}, ${name} stands in for other types only`;
}

function sayRole(principal: Person, path: readonly StandIn[], directory: Directory): string {
  const through = path
    .slice(1)
    .map((entry) => directory.person(entry.person)?.name ?? entry.person)
    .join(", ");
  const first = path[0]!;
  const verb = first.kind === "absence" ? "stands in for" : "holds a delegation of";
  return `${verb} ${principal.name}${sayUntil(first, directory)}${through ? `, through ${through}` : ""}`;
}

function sayUntil({ until }: StandIn, { organisation }: Directory): string {
  return until ? ` until ${sayDate(lastDayBefore(until, organisation.timeZone))}` : "";
}

/** The last day that lies before a moment at which something is over. */
export function lastDayBefore(until: string, zone: string): string {
  return dayIn(new Date(Date.parse(until) - 1).toISOString(), zone);
}

/** Those who are no longer active and whose open work a person took over, directly or from somebody who had taken it over before. */
export function tookOverFrom(person: string, directory: Directory, at: string): string[] {
  const found = new Set<string>();
  const left = (id: string) => directory.predecessorsOf(id).filter((before) => !directory.isActive(before, at));
  for (const before of left(person)) found.add(before.id);
  for (const id of found) for (const before of left(id)) found.add(before.id);
  found.delete(person);
  return [...found];
}

/**
 * Everybody in whose name a person might act at a moment: the person, those they stand in for directly or through somebody absent, and those
 * whose work they took over. Whether they may on a given document is `actorsFor`.
 */
export function principalsOf(person: string, directory: Directory, at: string): string[] {
  const found = new Set([person]);
  for (const id of found) {
    const passesOn =
      id === person || directory.standInsOf(id).some((one) => one.kind === "absence" && inEffect(one, at));
    const stoodIn = passesOn ? directory.standsInFor(id).filter((entry) => inEffect(entry, at)) : [];
    for (const entry of stoodIn) if (id === person || entry.kind === "absence") found.add(entry.person);
    for (const before of directory.predecessorsOf(id)) if (!directory.isActive(before, at)) found.add(before.id);
  }
  return [...found];
}
