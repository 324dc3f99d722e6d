import { dayIn } from "../calendar";
import type { Money, ToCurrency } from "../money";
import { type Directory } from "./directory";
import type { CandidateReason, ExclusionReason } from "./reasons";
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
  excluded: readonly Excluded[];
  /** Keys of what somebody may own: its customer, its supplier, and what it names of lists, by their ids. */
  concerns: Readonly<Record<string, readonly string[]>>;
  /** People named on the document, by field. */
  named: Readonly<Record<string, string>>;
};

export type Excluded = { person: string; why: ExclusionReason };

/**
 * Somebody who may or may not decide; `inNameOf` when they act for somebody else. `why` says how they came to be asked and, where they may not, what
 * stands against it, in this order; it is empty for whoever is asked in their own name and may.
 */
export type Candidate = {
  person: string;
  eligible: boolean;
  why: CandidateReason[];
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
  if (!person) return [not(id, { code: "unknown person" })];
  const why = whyNever(person, subject, directory, at);
  if (openLevel && why?.code === "inactive" && person.successor) return takenOver(person, subject, directory, at);
  if (why) return [not(id, why)];
  const entries = directory.standInsOf(id).filter((entry) => inEffect(entry, at));
  const absence = entries.find((entry) => entry.kind === "absence");
  const own: Candidate = absence
    ? { ...not(id, awayFor(absence, subject)), away: true }
    : { person: id, eligible: true, why: [] };
  const acting = (absence ? [absence] : entries).filter((entry) => coversType(entry, subject.documentType));
  return [own, ...acting.flatMap((entry) => standsIn(id, [entry], subject, directory, at))];
}

/** Why a person can never decide on a document, whoever asks them; null when they can. */
function whyNever(person: Person, subject: Subject, directory: Directory, at: string): CandidateReason | null {
  if (person.id === subject.requester) return { code: "is the requester" };
  const exclusion = subject.excluded.find((excluded) => excluded.person === person.id);
  if (exclusion) return exclusion.why;
  if (!directory.isActive(person, at)) return { code: "inactive" };
  return person.roles.includes("approver") ? null : { code: "no approver" };
}

function standsIn(
  principal: string,
  path: readonly StandIn[],
  subject: Subject,
  directory: Directory,
  at: string,
): Candidate[] {
  const id = path.at(-1)!.standIn;
  if (!id) return [];
  const person = directory.person(id);
  if (!person) return [not(id, { code: "unknown person" })];
  const acts = actsFor(principal, path);
  const refused = (why: CandidateReason): Candidate[] => [
    { person: id, eligible: false, why: [acts, why], inNameOf: principal },
  ];
  const why = whyNever(person, subject, directory, at) ?? path.map((entry) => overCap(entry, subject)).find(Boolean);
  if (why) return refused(why);
  const absence = directory.standInsOf(id).find((entry) => entry.kind === "absence" && inEffect(entry, at));
  if (!absence) return [{ person: id, eligible: true, why: [acts], inNameOf: principal }];
  const followed = coversType(absence, subject.documentType) && !path.some((entry) => entry.person === absence.standIn);
  return [
    ...refused(awayFor(absence, subject)),
    ...(followed ? standsIn(principal, [...path, absence], subject, directory, at) : []),
  ];
}

function takenOver(person: Person, subject: Subject, directory: Directory, at: string): Candidate[] {
  const seen = new Set([person.id]);
  let successor = directory.person(person.successor!);
  // What came to somebody who may not decide it themselves does not go on to whoever took over from them.
  const hasLeft = (one: Person) => whyNever(one, subject, directory, at)?.code === "inactive";
  while (successor && hasLeft(successor) && successor.successor && !seen.has(successor.id)) {
    seen.add(successor.id);
    successor = directory.person(successor.successor);
  }
  if (!successor) return [not(person.id, { code: "inactive" })];
  const acting = actorsFor(successor.id, subject, directory, at).map((one): Candidate => {
    const { away: _, ...rest } = one;
    const took: CandidateReason = { code: "took over from", values: { person: person.id } };
    return { ...rest, why: [took, ...one.why], inNameOf: person.id };
  });
  return [not(person.id, { code: "succeeded", values: { by: successor.id } }), ...acting];
}

function overCap({ cap }: StandIn, { amount, toCurrency }: Subject): CandidateReason | null {
  if (!cap) return null;
  const as = amount && toCurrency(amount, cap.currency);
  if (as && as.minor <= cap.minor) return null;
  return { code: "over their cap", values: { cap, compared: amount && { amount, as } } };
}

function not(person: string, why: CandidateReason): Candidate {
  return { person, eligible: false, why: [why] };
}

/** What an absence means for documents of a type: until when, and whether somebody stands in for these. */
export function awayFor(absence: StandIn, { documentType }: Pick<Subject, "documentType">): CandidateReason {
  const { until, standIn } = absence;
  const covered = standIn !== null && coversType(absence, documentType);
  return { code: "away", values: { until, standIn, covered } };
}

function actsFor(principal: string, path: readonly StandIn[]): CandidateReason {
  const { kind, until } = path[0]!;
  const through = path.slice(1).map((entry) => entry.person);
  return {
    code: kind === "absence" ? "stands in for" : "holds a delegation of",
    values: { principal, until, through },
  };
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
