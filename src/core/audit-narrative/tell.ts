import type { Decision, SignatureMethod, ToldEvent } from "../approval";
import { formatMoney } from "../money";
import { joinWords, sayDate } from "../text";
import { sayCause, sayHeld, type Names } from "../words";
import { sayEdit, sayGap } from "./gaps";
import type { Said } from "./said";
import { tellOfCourse } from "./of-course";
import { tellOfTime } from "./of-time";
import { sayApproved, sayPassedOver, sayStepResult } from "./reasons";

/** Who and what they did as one sentence; what goes on the word before it, by a colon or a space of its own, is not set apart again. */
export function sentenceOf({ who, did }: Pick<Said, "who" | "did">): string {
  return `${who}${/^[:\s]/.test(did) ? "" : " "}${did}`;
}

/** What an event reads like in the thread; null for steps that the route strip shows already. */
export function tell(event: ToldEvent, names: Names): Said | null {
  const who = event.actorName;
  switch (event.type) {
    case "drafted":
      return event.actor === "system"
        ? {
            who: "Bandeira",
            did: `began it in the name of ${names.person(event.data.document.requester)}, by a rule of the policy.`,
            weight: "quiet",
          }
        : { who, did: "began a draft.", weight: "quiet" };
    case "draft saved":
      return null;
    case "submitted":
      if (event.actor === "system")
        return {
          who: "Bandeira",
          did: `submitted it in the name of ${names.person(event.data.document.requester)}, by a rule of the policy.`,
          weight: "quiet",
        };
      return {
        who,
        did:
          event.data.revision === 1
            ? "submitted it."
            : `sent in revision ${event.data.revision}; the chain began again.`,
        comment: event.data.revision > 1 ? event.data.document.note : undefined,
        weight: "quiet",
      };
    case "rerouted": {
      const voided = event.data.approvalsVoided;
      return {
        who,
        did: `routed it again${voided ? `; ${voided} approval${voided > 1 ? "s" : ""} no longer count${voided > 1 ? "" : "s"}` : ""}.`,
        comment: sayCause(event.data.because, names),
        weight: "said",
      };
    }
    case "revised": {
      const dropped = event.data.dropped.map(({ level, what }) =>
        what === "added"
          ? `${names.level(level)}, who was added, is not asked any more`
          : `the choice of ${names.level(level)} no longer counts`,
      );
      return {
        who,
        did: `changed it to revision ${event.data.revision}: ${[sayEdit(event.data, event.data.route.policy?.name ?? "the policy"), sayEffect(event.data.effect, event.data.voided.length), ...dropped].join(". ")}.`,
        weight: "said",
      };
    }
    case "reopened": {
      const why = joinWords(
        [...new Set(event.data.gaps.map((gap) => sayGap(gap, event.data.route.documentType)))],
        "and",
      );
      const levels = joinWords(event.data.again.map(names.level), "and");
      return { who: levels, did: `opened again before it was approved: ${why}.`, weight: "said" };
    }
    case "looked again":
      return null;
    case "hold placed":
      return event.data.kind === "by hand"
        ? { who, did: "held it.", comment: sayHeld(event.data, names), weight: "held" }
        : { who: "Held", did: `: ${event.data.code}.`, comment: sayHeld(event.data, names), weight: "held" };
    case "hold released":
      return { ...sayRelease(event.data, who, names), weight: "quiet" };
    case "level passed over":
      return {
        who: names.level(event.data.level),
        did: `is passed over: it ${sayPassedOver(event.data.because, event.data.level, names)}.`,
        weight: "quiet",
      };
    case "check passed":
      return {
        who: names.level(event.data.level),
        did: `verified: ${names.verifies(event.data.level)}.`,
        weight: "quiet",
      };
    case "reduced":
      return {
        who: "What is left",
        did: `comes to ${formatMoney(event.data.measured.compared)}. ${names.band(event.data.section, event.data.band?.index ?? 0)}`,
        weight: "quiet",
      };
    case "steps begun":
    case "step failed":
      return event.type === "steps begun"
        ? null
        : {
            who: `Step ${event.data.step}`,
            did: `failed: ${sayStepResult(event.data.result, names)}.`,
            weight: "quiet",
          };
    case "step done":
      return { who: `Step ${event.data.step}`, did: `: ${sayStepResult(event.data.result, names)}.`, weight: "quiet" };
    case "paper supplied":
      return {
        who,
        did: `supplied the paper of line ${event.data.line}: ${event.data.attachment.name}.`,
        weight: "said",
      };
    case "paid": {
      const { run, day, amount, to, account } = event.data;
      return {
        who: amount.minor < 0 ? "Set off" : "Paid",
        did: `: ${formatMoney(amount)} on ${sayDate(day)} by payment run ${run}, to ${to}, account ${account}.`,
        weight: "said",
      };
    }
    case "step retried":
      return { who, did: `had step ${event.data.step} tried again.`, comment: event.data.reason, weight: "said" };
    case "step skipped":
      return { who, did: `skipped step ${event.data.step}.`, comment: event.data.reason, weight: "said" };
    case "asked":
    case "answered":
    case "handed over":
    case "approver added":
    case "returned":
    case "approval counted":
    case "reminded by requester":
      return tellOfCourse(event, names);
    case "next asked":
    case "reminded":
    case "level overdue":
    case "level passed on":
    case "level lapsed":
      return tellOfTime(event, names);
    case "level opened":
    case "level approved":
    case "level declined":
      return null;
    case "approval given":
      return {
        who,
        did: `${event.data.ticked ? "did what was to be done" : event.data.refused ? "approved in part" : "approved"} as ${names.level(event.data.level)}${forWhom(event.data.inNameOf, names)}, revision ${event.data.revision}${event.data.refused ? `; refused ${sayParts(event.data.refused)}` : ""}${sayHow(event.data)}.`,
        comment: event.data.comment,
        weight: "said",
      };
    case "approval refused":
      return {
        who,
        did: `declined as ${names.level(event.data.level)}${forWhom(event.data.inNameOf, names)}${sayHow(event.data)}.`,
        comment: event.data.comment,
        weight: "said",
      };
    case "sent back":
      return {
        who,
        did: `sent it back as ${names.level(event.data.level)}${forWhom(event.data.inNameOf, names)}${sayHow(event.data)}.`,
        comment: event.data.comment,
        weight: "said",
      };
    case "approved":
      return { who: "Approved", did: `: ${sayApproved(event.data.because, names)}.`, weight: "quiet" };
    case "declined":
      return { who: "Declined", did: ` by ${names.level(event.data.level)}; the chain ends here.`, weight: "quiet" };
    case "withdrawn":
      return { who: names.person(event.actor), did: "withdrew it.", comment: event.data.comment, weight: "said" };
  }
}

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
  return { who: "Released", did: `: ${code}; ${why}.` };
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
