import { totalOf, type AlikeReason, type Barred, type BarredReason, type Before, type Together } from "../approval";
import { dayIn, timeIn } from "../calendar";
import { documentType, type AnyDocument } from "../documents";
import { formatMoney } from "../money";
import { refusal, type Refusal } from "../refusal";
import { capital, joinWords, sayDate } from "../text";
import {
  sayLabel,
  sayBy,
  sayCause,
  sayHeld,
  sayMissing,
  sayOwnWrong,
  sayPick,
  sayWhyCandidate,
  type Names,
  type Wording,
} from "../words";

/** Of what a command was about: the document's number, and the document for what its parts are called. */
export type AboutCommand = { number: string; document: AnyDocument | null };

const PAST = { approve: "approved", decline: "declined", sendBack: "sent back" } as const;

/** @example "on 10 Mar 2026 at 09:13", in the organisation's zone */
function sayWhen(at: string, { directory }: Names): string {
  const zone = directory.organisation.timeZone;
  return `on ${sayDate(dayIn(at, zone))} at ${timeIn(at, zone)}`;
}

/** The second of two learns who was first. */
function sayBefore(before: Before, names: Names): string {
  return `already ${PAST[before.outcome]} by ${names.person(before.by)} ${sayWhen(before.at, names)}`;
}

function partName(key: string, document: AnyDocument | null, names: Names): string {
  const parts = document ? documentType(document.documentType).parts(document) : [];
  return sayLabel(parts.find((one) => one.key === key)?.label ?? key, names);
}

function wordingFor({ number, document }: AboutCommand): Wording<BarredReason> {
  const part = (key: string, names: Names) => partName(key, document, names);
  return {
    "no such document": () => "There is no such document",
    "number taken": (values) => `There is a document ${values.number} already`,
    missing: ({ why }, names) => sayMissing(why, names),
    "in approval": () =>
      `${number} is in approval: its draft is closed. Change it as an edit in approval, which says what it voids`,
    ended: ({ status }) => `${number} is ${status}; enter a new one instead`,
    "not to be withdrawn": ({ status }) => `${number} is ${status} and can no longer be withdrawn`,
    "not to be routed": ({ status }) => `${number} is ${status}; only a waiting document can be routed again`,
    "not to be edited": ({ status }) => `${number} is ${status}; only a document in approval is edited this way`,
    "not to be held": ({ status }) => `${number} is ${status}; only what is in approval or approved can be held`,
    "another revision": ({ revision }) => `Revision ${revision} has come meanwhile; look at it first`,
    "under no policy": () => `${number} is under no policy yet; a controller routes it again first`,
    "nothing changed": () => "Nothing was changed",
    "another type": () => "A document stays of its type",
    "refused before": (values, names) =>
      `${part(values.part, names)} was refused: leave it as it was or leave it out, or ask for it again in so many words`,
    "say why": () => "Say why",
    "no list of reasons for it": () =>
      "A reason from a list is given for declining or sending back, and not for an approval",
    "no such reason": ({ why }, names) => capital(sayPick(why, names)),
    "say why it is held": () => "Say why it is held",
    "say why it is released": () => "Say why it is released",
    "say why it is routed again": () => "Say why the document is routed again",
    "say why it is decided so": () => "Say why in the comment, so that the requester knows what to do",
    "write the question": () => "Write the question",
    "write the answer": () => "Write the answer",
    "say what to look at": ({ person }, names) => `Say what ${names.person(person)} is to look at`,
    "no such level": ({ level }) => `${number} has no level “${level}”`,
    "has decided": ({ level, person }, names) => `${names.level(level)}: ${names.person(person)} has decided already`,
    "may not decide": ({ level, person, why }, names) =>
      `${names.level(level)}: ${names.person(person)} ${sayWhyCandidate({ why }, names)}`,
    "not their turn": ({ level, next }, names) =>
      `${names.level(level)} asks one after the other; it is ${names.person(next)}’s turn`,
    "level does not ask": ({ level, person }, names) => `${names.level(level)} does not ask ${names.person(person)}`,
    "level not open yet": ({ level }, names) => `${names.level(level)} is not asked yet`,
    "level ended": ({ level, status, before }, names) =>
      `${names.level(level)}: ${before ? sayBefore(before, names) : `is ${status}`}`,
    "document ended": ({ status, before }, names) =>
      `${number} is ${status}${before ? `: ${sayBefore(before, names)}` : ""}`,
    "you have decided": ({ level, before }, names) =>
      `${names.level(level)}: you ${PAST[before.outcome]} this ${sayWhen(before.at, names)}`,
    "revision has come": ({ revision, seen }) =>
      `Revision ${revision} has come since revision ${seen}; look at it before deciding`,
    "no such earlier level": () => `${number} cannot go back to that level; choose one that has decided before`,
    "choose the next": ({ levels }, names) => `Choose the next level: ${joinWords(levels.map(names.level), "or")}`,
    "no choice of the next": () => "There is no choice of the next level here",
    "not ticked": ({ items }) => `Not ticked yet: ${items.map((item) => `“${item}”`).join(", ")}`,
    "no such part": (values) => `${number} has no part “${values.part}”`,
    "part refused already": (values, names) => `${part(values.part, names)} has been refused already`,
    "amount to allow": (values, names) =>
      `${part(values.part, names)}: allow an amount above zero and below what is asked for`,
    "everything refused": () => "Every part is refused; press Decline if nothing is approved",
    "filled in before": ({ field, by, at }, names) =>
      `${capital(names.theField(field))} was filled in by ${names.person(by)} ${sayWhen(at, names)}; send the document back to that level to have it changed`,
    "filled in wrongly": ({ why, line }, names) => sayOwnWrong(why, line, names),
    "filled in with approvals": () => "Fields are filled in with an approval alone; leave them empty",
    "signature needed": ({ level }, names) => `${names.level(level)} signs: type your name and prove that it is you`,
    "drawing needed": ({ level }, names) => `${names.level(level)} signs by hand as well: draw your signature`,
    "name differs": ({ person }, names) => `Type your name as it is known here: ${names.person(person)}`,
    "another document signed": () => "The document is another than the one that was shown; look at it again",
    "nothing to hand over": ({ level, status }, names) =>
      `${names.level(level)} is ${status}, so there is nothing to hand over`,
    "not handed over": ({ level }, names) => `The policy does not let ${names.level(level)} be handed over`,
    "nobody to be added": ({ level }, names) => `The policy does not let ${names.level(level)} ask one more to approve`,
    "cannot take it": ({ person, why }, names) =>
      `${names.person(person)} cannot take it: ${sayWhyCandidate({ why }, names)}`,
    "not among those": ({ person }, names) => `${names.person(person)} is not among those who could take it`,
    "too few would be left": ({ level, needed }, names) =>
      `${names.level(level)} needs ${needed} of those it asks, and too few of them would be left`,
    "no such hold": ({ hold }) => `${number} has no hold “${hold}”`,
    "keeps nothing back": () => "Choose what the hold keeps from happening",
    "hold released already": ({ hold, why }, names) =>
      `${hold} is released already${why ? `: ${sayCause(why, names)}` : ""}`,
    "mend the cause": ({ hold }) => `${hold}: correct the cause, and it is routed again by itself`,
    "add what is missing": ({ hold }, names) =>
      `${sayHeld(hold, names)}: add what is missing, and it is verified again`,
    "one’s own document": () => "Nobody releases a hold on their own document",
    "released by others": ({ people }, names) =>
      `The policy lets ${people.map(names.person).join(" or ") || "nobody who is there"} release it`,
    "nothing to ask about": () => `${number} is a draft; there is nothing to ask about yet`,
    "nobody to ask": () => "Choose somebody who works here",
    "asking oneself": () => "Ask somebody else than yourself",
    "no such question": ({ question }) => `${number} has no question ${question}`,
    "answered already": () => "This question is answered already",
    "asked of another": ({ person }, names) => `${names.person(person)} was asked, and nobody else answers for them`,
    "nobody to remind": () => `${number} waits for nobody now, so there is nobody to remind`,
    "reminded lately": ({ hours }) => `They were reminded less than ${hours} hours ago`,
    "attach when it is sent": ({ status }) => `${number} is ${status}; attach it when the document is sent`,
    "no papers of lines": ({ type }) => `A ${documentType(type).name.one} has no lines that want an attachment each`,
    "no such line": ({ line }) => `${number} has no line ${line}`,
    "line has its paper": ({ line }) => `Line ${line} has its attachment already`,
    "same paper": () => `The same attachment is on ${number} already`,
    "no such step": ({ step }) => `${number} has no step ${step}`,
    "step ended": ({ step, status }) => `Step ${step} is ${status} already`,
    "step not yet": ({ step }) => `Step ${step} comes after the one before is done`,
    "not approved": () => `${number} is not approved`,
    "in a payment run": ({ run }) => `${number} is in payment run ${run} already`,
  };
}

/** What programs are told of a refusal: several of ours are one thing to whoever only wants to know what to do. */
const CODES = {
  missing: "missing",
  "not approved": "not approved",
  "no such document": "unknown",
  "number taken": "exists",
  "in approval": "locked",
  ended: "closed",
  "not to be withdrawn": "closed",
  "not to be held": "closed",
  "attach when it is sent": "closed",
  "not to be routed": "not waiting",
  "not to be edited": "not waiting",
  "nothing to ask about": "not waiting",
  "nobody to remind": "not waiting",
  "another revision": "other revision",
  "revision has come": "other revision",
  "another document signed": "other revision",
  "under no policy": "held",
  "nothing changed": "unchanged",
  "another type": "invalid",
  "no such earlier level": "invalid",
  "no choice of the next": "invalid",
  "keeps nothing back": "invalid",
  "asking oneself": "invalid",
  "no papers of lines": "invalid",
  "refused before": "refused part",
  "say why": "comment required",
  "say why it is held": "comment required",
  "no such reason": "invalid",
  "no list of reasons for it": "invalid",
  "say why it is released": "comment required",
  "say why it is routed again": "comment required",
  "say why it is decided so": "comment required",
  "write the question": "comment required",
  "write the answer": "comment required",
  "say what to look at": "comment required",
  "no such level": "unknown",
  "no such hold": "unknown",
  "no such question": "unknown",
  "no such line": "unknown",
  "no such step": "unknown",
  "nobody to ask": "unknown",
  "has decided": "already decided",
  "level ended": "already decided",
  "document ended": "already decided",
  "you have decided": "already decided",
  "nothing to hand over": "already decided",
  "may not decide": "not eligible",
  "cannot take it": "not eligible",
  "not among those": "not eligible",
  "too few would be left": "not eligible",
  "not their turn": "not yet",
  "level not open yet": "not yet",
  "step not yet": "not yet",
  "level does not ask": "not asked",
  "released by others": "not asked",
  "asked of another": "not asked",
  "choose the next": "choose next",
  "not ticked": "checklist",
  "filled in before": "already",
  "filled in wrongly": "field",
  "filled in with approvals": "invalid",
  "no such part": "unknown part",
  "part refused already": "already refused",
  "amount to allow": "amount",
  "everything refused": "nothing left",
  "signature needed": "signature required",
  "drawing needed": "signature required",
  "name differs": "signature",
  "not handed over": "not allowed",
  "nobody to be added": "not allowed",
  "hold released already": "already",
  "answered already": "already",
  "reminded lately": "already",
  "line has its paper": "already",
  "step ended": "already",
  "in a payment run": "already",
  "mend the cause": "cause",
  "add what is missing": "cause",
  "one’s own document": "own",
  "same paper": "duplicate",
} as const satisfies Record<BarredReason["code"], string>;

/** A refusal for people and programs, of a command on a document. */
export function sayBarred(barred: Barred, about: AboutCommand, names: Names): Refusal {
  const { code, path } = barred;
  const why = { code, values: "values" in barred ? barred.values : null };
  return { ...refusal(CODES[code], sayBy(wordingFor(about), barred, names), path), why };
}

const APART = {
  held: "something is held",
  changed: "it has been changed since it was first sent",
  "question open": "a question is open",
  "level wants more": "this level asks for a signature, a checklist, a choice or fields to be filled in",
} as const;

const ALIKE = {
  "choose two": () => "Choose at least two",
  differs: ({ what, number, than }) => `${number} has another ${what} than ${than}; decide it by itself`,
  "look at each": ({ what, numbers }) => `${numbers.join(", ")}: ${APART[what]}; decide each by itself`,
} satisfies Wording<AlikeReason>;

/** Why several documents cannot be decided with one look. */
export function sayNotAlike(why: AlikeReason): Refusal {
  return refusal(why.code === "choose two" ? "too few" : "not alike", sayBy(ALIKE, why));
}

/** What a decision on several is about together. @example "4 claims, 312.40 EUR in all" */
export function sayTogether(chosen: readonly Together[]): string {
  const type = documentType(chosen[0]!.state.document.documentType);
  return `${chosen.length} ${chosen.length === 1 ? type.name.one : type.name.many}, ${formatMoney(totalOf(chosen))} in all`;
}
