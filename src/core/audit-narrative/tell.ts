import type { Decision, SignatureMethod, ToldEvent } from "../approval";
import { formatMoney } from "../money";
import { joinWords, sayDate } from "../text";
import { sayCause, sayGiven, sayHeld, sayOwnValues, speak, type Names } from "../words";
import { sayEdit, sayGap } from "./gaps";
import type { Said } from "./said";
import { tellOfCourse } from "./of-course";
import { tellOfTime } from "./of-time";
import { sayApproved, sayPassedOver, sayStepResult } from "./reasons";

/** Who and what they did as one sentence. @example sentenceOf({ who: "Held", colon: true, did: "No order." }) // "Held: No order." */
export function sentenceOf({ who, did, colon }: Pick<Said, "who" | "did" | "colon">): string {
  return `${who}${colon ? ":" : ""} ${did}`;
}

/** What an event reads like in the thread; null for steps that the route strip shows already. */
export function tell(event: ToldEvent, names: Names): Said | null {
  const said = saidOf(event, names);
  return said && { ...said, did: speak(said.did) };
}

type Told = { [T in ToldEvent["type"]]: (event: Extract<ToldEvent, { type: T }>, names: Names) => Said | null };

function saidOf(event: ToldEvent, names: Names): Said | null {
  // Each type has its line with the data that goes with it; the compiler cannot follow the two together.
  const say = TOLD[event.type] as (event: ToldEvent, names: Names) => Said | null;
  return say(event, names);
}

/** What the route strip shows already, or what stands in another event. */
const untold = () => null;

const byRule = (what: string, requester: string, names: Names): Said => ({
  who: "Bandeira",
  did: `${what} it in the name of ${names.person(requester)}, by a rule of the policy.`,
  weight: "quiet",
});

const TOLD: Told = {
  drafted: ({ actor, actorName, data }, names) =>
    actor === "system"
      ? byRule("began", data.document.requester, names)
      : { who: actorName, did: "began a draft.", weight: "quiet" },
  "draft saved": untold,
  submitted: ({ actor, actorName, data }, names) => {
    const { revision, document } = data;
    if (actor === "system") return byRule("submitted", document.requester, names);
    const did = revision === 1 ? "submitted it." : `sent in revision ${revision}; the chain began again.`;
    return { who: actorName, did, comment: revision > 1 ? document.note : undefined, weight: "quiet" };
  },
  rerouted: ({ actorName, data: { approvalsVoided: voided, because } }, names) => ({
    who: actorName,
    did: `routed it again${voided ? `; ${voided} approval${voided > 1 ? "s" : ""} no longer count${voided > 1 ? "" : "s"}` : ""}.`,
    comment: sayCause(because, names),
    weight: "said",
  }),
  revised: ({ actorName, data }, names) => {
    const dropped = data.dropped.map(({ level, what }) =>
      what === "added"
        ? `${names.level(level)}, who was added, is not asked any more`
        : `the choice of ${names.level(level)} no longer counts`,
    );
    const edit = sayEdit(data, data.route.policy?.name ?? "the policy", names);
    const said = [edit, sayEffect(data.effect, data.voided.length), ...dropped].join(". ");
    return { who: actorName, did: `changed it to revision ${data.revision}: ${said}.`, weight: "said" };
  },
  reopened: ({ data: { gaps, route, again } }, names) => {
    const why = joinWords([...new Set(gaps.map((gap) => sayGap(gap, route.documentType, names)))], "and");
    const levels = joinWords(again.map(names.level), "and");
    return { who: levels, did: `opened again before it was approved: ${why}.`, weight: "said" };
  },
  "looked again": untold,
  "hold placed": ({ actorName, data }, names) => ({
    ...(data.kind === "by hand"
      ? { who: actorName, did: "held it." }
      : { who: "Held", colon: true, did: `${data.code}.` }),
    comment: sayHeld(data, names),
    weight: "held",
  }),
  "hold released": ({ actorName, data }, names) => ({ ...sayRelease(data, actorName, names), weight: "quiet" }),
  "level passed over": ({ data: { level, because } }, names) => ({
    who: names.level(level),
    did: `is skipped: it ${sayPassedOver(because, level, names)}.`,
    weight: "quiet",
  }),
  "check passed": ({ data: { level } }, names) => ({
    who: names.level(level),
    did: `verified: ${names.verifies(level)}.`,
    weight: "quiet",
  }),
  reduced: ({ data: { measured, section, band } }, names) => ({
    who: "What is left",
    did: `comes to ${formatMoney(measured.compared)}. ${names.band(section, band?.index ?? 0)}`,
    weight: "quiet",
  }),
  "steps begun": untold,
  "step failed": ({ data: { step, result } }, names) => ({
    who: `Step ${step}`,
    did: `failed: ${sayStepResult(result, names)}.`,
    weight: "quiet",
  }),
  "step done": ({ data: { step, result } }, names) => ({
    who: `Step ${step}`,
    colon: true,
    did: `${sayStepResult(result, names)}.`,
    weight: "quiet",
  }),
  "paper supplied": ({ actorName, data: { line, attachment } }) => ({
    who: actorName,
    did: `supplied the attachment of line ${line}: ${attachment.name}.`,
    weight: "said",
  }),
  paid: ({ data: { run, day, amount, to, account } }) => ({
    who: amount.minor < 0 ? "Set off" : "Paid",
    colon: true,
    did: `${formatMoney(amount)} on ${sayDate(day)} by payment run ${run}, to ${to}, account ${account}.`,
    weight: "said",
  }),
  "step retried": ({ actorName, data: { step, reason } }) => ({
    who: actorName,
    did: `had step ${step} tried again.`,
    comment: reason,
    weight: "said",
  }),
  "step skipped": ({ actorName, data: { step, reason } }) => ({
    who: actorName,
    did: `skipped step ${step}.`,
    comment: reason,
    weight: "said",
  }),
  asked: tellOfCourse,
  answered: tellOfCourse,
  "handed over": tellOfCourse,
  "approver added": tellOfCourse,
  returned: tellOfCourse,
  "approval counted": tellOfCourse,
  "reminded by requester": tellOfCourse,
  "next asked": tellOfTime,
  reminded: tellOfTime,
  "level overdue": tellOfTime,
  "level passed on": tellOfTime,
  "level lapsed": tellOfTime,
  "level opened": untold,
  "level approved": untold,
  "level declined": untold,
  "approval given": ({ actorName, data }, names) => {
    const { ticked, refused, level, inNameOf, revision, comment, filled } = data;
    const what = ticked ? "did what was to be done" : refused ? "approved in part" : "approved";
    const parts = refused ? `; refused ${sayParts(refused)}` : "";
    const as = `as ${names.level(level)}${forWhom(inNameOf, names)}`;
    const said = sayOwnValues(filled, names).map(([name, value]) => `${name}: ${value}`);
    const filling = said.length > 0 ? `, and filled in ${said.join("; ")}` : "";
    return {
      who: actorName,
      did: `${what} ${as}, revision ${revision}${parts}${filling}${sayHow(data)}.`,
      comment,
      weight: "said",
    };
  },
  "approval refused": ({ actorName, data }, names) => ({
    who: actorName,
    did: `declined as ${names.level(data.level)}${forWhom(data.inNameOf, names)}${sayHow(data)}.`,
    comment: sayGiven({ listed: data.listed, said: data.comment }, names),
    weight: "said",
  }),
  "sent back": ({ actorName, data }, names) => ({
    who: actorName,
    did: `sent it back as ${names.level(data.level)}${forWhom(data.inNameOf, names)}${sayHow(data)}.`,
    comment: sayGiven({ listed: data.listed, said: data.comment }, names),
    weight: "said",
  }),
  approved: ({ data: { because } }, names) => ({
    who: "Approved",
    colon: true,
    did: `${sayApproved(because, names)}.`,
    weight: "quiet",
  }),
  declined: ({ data: { level } }, names) => ({
    who: "Declined",
    did: `by ${names.level(level)}; the chain ends here.`,
    weight: "quiet",
  }),
  withdrawn: ({ actor, data: { comment } }, names) => ({
    who: names.person(actor),
    did: "withdrew it.",
    comment,
    weight: "said",
  }),
};

const sayParts = (refused: readonly { part: string; allowed: number | null }[]) =>
  refused.map(({ part, allowed }) => (allowed === null ? part : `some of ${part}`)).join(", ");

function sayEffect(effect: "carry on" | "from the level" | "start again", voided: number): string {
  if (voided === 0) return "No approval was lost by it";
  const again = effect === "start again" ? "the chain began again" : "the chain went back to the level concerned";
  return `${voided} approval${voided > 1 ? "s" : ""} no longer count${voided > 1 ? "" : "s"}; ${again}`;
}

type Release = Extract<ToldEvent, { type: "hold released" }>["data"];

function sayRelease({ code, how, because }: Release, who: string, names: Names): Omit<Said, "weight"> {
  const cause = sayCause(because, names);
  if (how === "person") return { who, did: `released “${code}”.`, comment: cause };
  const why = how === "cause gone" ? `its cause is gone, since ${cause}` : cause;
  return { who: "Released", colon: true, did: `${code}; ${why}.` };
}

const METHODS: Record<SignatureMethod, string> = {
  password: "password",
  "one-time code": "one-time code",
  demonstration: "the word of the demonstration",
  foretold: "nobody yet",
};

/** What is special about how it was said: the level's own word, a signature, a link in a mail, several at once. */
export function sayHow({
  word,
  signature,
  via,
  together,
}: Pick<Decision, "word" | "signature" | "via" | "together">): string {
  return [
    word && `, with the word “${word}”`,
    signature && `, signed “${signature.name}” by ${METHODS[signature.method]}${signature.drawn ? " and by hand" : ""}`,
    via === "mail" && ", through the link in a mail",
    together && `, one of ${together.count} decided at once`,
  ]
    .filter(Boolean)
    .join("");
}

function forWhom(inNameOf: string | null, names: Names): string {
  return inNameOf ? `, in the name of ${names.person(inNameOf)}` : "";
}
