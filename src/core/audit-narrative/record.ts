import {
  acceptedOf,
  type ClosingProof,
  type CoveredHow,
  type Decision,
  type DocumentState,
  type Filled,
  type ToldEvent,
} from "../approval";
import { documentType } from "../documents";
import type { Hold } from "../holds";
import { formatMoney } from "../money";
import type { RoutedLevel } from "../routing";
import { capital, sayDate } from "../text";
import { aloud, sayCause, sayGiven, sayLevelReason, type Names } from "../words";
import { nameOfDecider } from "./levels";
import { sayHow, sentenceOf, tell } from "./tell";

/** Sentences of the record alone; moments come written, since the record gives them to the second. */

/** What a record is of: title, amounts, party and revision. */
export const sayHeadline = aloud((state: DocumentState): string => {
  const { title, net, gross, party } = documentType(state.document.documentType).headline(acceptedOf(state));
  const whom = party && ` ${capital(party)}.`;
  return `${title}, ${formatMoney(net)} net, ${formatMoney(gross)} gross.${whom} Revision ${state.revision}.`;
});

const HOW: Readonly<Record<CoveredHow, string>> = {
  approved: "Approved",
  lapsed: "Nobody answered in time, which counts as approved",
  verified: "Verified",
  "own limit": "The requester’s own limit covers it",
  "passed over": "Skipped: only the requester could have approved",
  "not chosen": "Skipped: another level was chosen",
};

/** What was approved in the end. */
export const sayClosing = aloud(({ basis }: ClosingProof, names: Names): string => {
  const rate = basis.rate ? ` at ${basis.rate.rate} of ${sayDate(basis.rate.date)}` : "";
  const behalf = basis.onBehalfOf ? ` on behalf of ${names.person(basis.onBehalfOf)}` : "";
  const cut = basis.refused.map(({ part, allowed }) => (allowed === null ? part : `some of ${part}`)).join(", ");
  const without = cut && `; without what was refused: ${cut}`;
  return `Before it was approved the finished document was routed once more. Approved is revision ${basis.revision}: ${formatMoney(basis.amount)}${rate}, of ${names.person(basis.requester)}${behalf}, dated ${sayDate(basis.date)}${without}.`;
});

type CoveredLevel = ClosingProof["levels"][number];

/** How a level is covered. */
export const sayCovered = aloud(
  ({ how, needed }: CoveredLevel): string => `${HOW[how]}${how === "approved" ? `, ${needed} needed` : ""}`,
);

/** Whose approval covers a level, for which revision, and when. @param moment when, as it is written */
export const sayCovering = aloud(
  ({ by, inNameOf, revision }: CoveredLevel["approvals"][number], moment: string, names: Names): string => {
    const name = inNameOf ? `${names.person(by)} in the name of ${names.person(inNameOf)}` : names.person(by);
    return `${name}, revision ${revision}, ${moment}`;
  },
);

/** Whether the route came out as it was stored when it was worked out again. @param moment from which it was worked out, as it is written */
export const sayRecomputed = aloud((same: boolean, moment: string): string =>
  same
    ? `From the stored document and the people, policies and rates of ${moment} the same route comes out, to the last name and reason.`
    : `From what was stored on ${moment} another route comes out:`,
);

/** An event as the record has it: every one, also those that the thread leaves out. */
export const sayRecorded = aloud((event: ToldEvent, names: Names): string => {
  if (event.type === "level opened") {
    const { level, pool, needed } = event.data;
    return `${names.level(level)} asked ${pool.map(names.person).join(", ")}; ${needed} needed`;
  }
  if (event.type === "level approved" || event.type === "level declined")
    return `${names.level(event.data.level)} ${event.type.slice(6)}`;
  const said = tell(event, names);
  if (!said) return capital(event.type);
  const comment = said.comment ? ` “${said.comment}”` : "";
  return `${said.who === event.actorName ? capital(said.did) : sentenceOf(said)}${comment}`;
});

/** Which part a level had in the document, and why. */
export const sayPartOf = aloud((level: RoutedLevel, names: Names): string => {
  const needed = level.outcome === "required" ? `; ${level.needed} needed` : "";
  return `${capital(level.outcome)}: ${sayLevelReason(level.why, level.level, names)}${needed}`;
});

const DECIDED = { approve: "approved", decline: "declined", sendBack: "sent back" } as const;

/** What somebody said with a decision, after a colon; nothing where they said nothing. */
export const sayQuoted = aloud((one: Pick<Decision, "comment" | "listed">, names: Names): string => {
  const said = sayGiven({ listed: one.listed, said: one.comment }, names);
  return said ? `: “${said}”` : "";
});

/** Who decided what, for which revision, under which version, when and how. @param moment when, as it is written */
export const sayDecided = aloud((one: Decision, moment: string, names: Names): string => {
  const what = `${nameOfDecider(one, names)} ${DECIDED[one.outcome]} revision ${one.revision}`;
  return `${what} under version ${one.policyVersion}, ${moment}${sayHow(one)}${sayQuoted(one, names)}`;
});

/** Who filled something in, as what and when. @param moment when, as it is written */
export const sayFilledBy = aloud((one: Filled, moment: string, names: Names): string => {
  const whom = one.inNameOf ? ` in the name of ${names.person(one.inNameOf)}` : "";
  return `${names.person(one.by)}${whom}, as ${names.level(one.level)}, ${moment}`;
});

const ENDED = {
  approval: "by the approval",
  "cause gone": "its cause was gone",
  document: "with the document",
} as const;

/** What ended a hold, and why. */
export const sayReleased = aloud(({ how, by, why }: NonNullable<Hold["released"]>, names: Names): string => {
  const cause = sayCause(why, names);
  return how === "person" ? `${names.person(by ?? "")}: “${cause}”` : `${ENDED[how]}: ${cause}`;
});
