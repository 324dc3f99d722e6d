import { sayGap, type Decision, type ToldEvent } from "../approval";
import { formatMoney } from "../money";
import { joinWords, sayDate } from "../words";
import { tellOfCourse } from "./of-course";
import { tellOfTime } from "./of-time";

/** The name of a person by their id. */
export type Names = (person: string) => string;

export type Said = { who: string; did: string; comment?: string; weight: "said" | "quiet" | "held" };

/** Who and what they did as one sentence; what goes on the word before it, by a colon or a space of its own, is not set apart again. */
export function sentenceOf({ who, did }: Pick<Said, "who" | "did">): string {
  return `${who}${/^[:\s]/.test(did) ? "" : " "}${did}`;
}

/** What an event reads like in the thread; null for steps that the route strip shows already. */
export function tell(event: ToldEvent, levelName: (id: string) => string, names: Names): Said | null {
  const who = event.actorName;
  switch (event.type) {
    case "drafted":
      return event.actor === "system"
        ? {
            who: "Bandeira",
            did: `began it in the name of ${names(event.data.document.requester)}, by a rule of the policy.`,
            weight: "quiet",
          }
        : { who, did: "began a draft.", weight: "quiet" };
    case "draft saved":
      return null;
    case "submitted":
      if (event.actor === "system")
        return {
          who: "Bandeira",
          did: `submitted it in the name of ${names(event.data.document.requester)}, by a rule of the policy.`,
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
        comment: event.data.reason,
        weight: "said",
      };
    }
    case "revised": {
      const dropped = event.data.dropped.map(({ level, what }) =>
        what === "added"
          ? `${levelName(level)}, who was added, is not asked any more`
          : `the choice of ${levelName(level)} no longer counts`,
      );
      return {
        who,
        did: `changed it to revision ${event.data.revision}: ${[event.data.why, sayEffect(event.data.effect, event.data.voided.length), ...dropped].join(". ")}.`,
        weight: "said",
      };
    }
    case "reopened": {
      const why = joinWords(
        [...new Set(event.data.gaps.map((gap) => sayGap(gap, event.data.route.documentType)))],
        "and",
      );
      const levels = joinWords(event.data.again.map(levelName), "and");
      return { who: levels, did: `opened again before it was approved: ${why}.`, weight: "said" };
    }
    case "looked again":
      return null;
    case "hold placed":
      return event.data.kind === "by hand"
        ? { who, did: "held it.", comment: event.data.reason, weight: "held" }
        : { who: "Held", did: `: ${event.data.code}.`, comment: event.data.reason, weight: "held" };
    case "hold released":
      return { ...sayRelease(event.data, who), weight: "quiet" };
    case "level passed over":
      return { who: levelName(event.data.level), did: `is passed over: it ${event.data.because}.`, weight: "quiet" };
    case "check passed":
      return { who: levelName(event.data.level), did: `verified: ${event.data.found}.`, weight: "quiet" };
    case "reduced":
      return {
        who: "What is left",
        did: `comes to ${formatMoney(event.data.measured.compared)}. ${event.data.band?.sentence ?? ""}`,
        weight: "quiet",
      };
    case "steps begun":
    case "step failed":
      return event.type === "steps begun"
        ? null
        : { who: `Step ${event.data.step}`, did: `failed: ${event.data.error}.`, weight: "quiet" };
    case "step done":
      return { who: `Step ${event.data.step}`, did: `: ${event.data.result}.`, weight: "quiet" };
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
      return tellOfCourse(event, levelName, names);
    case "next asked":
    case "reminded":
    case "level overdue":
    case "level passed on":
    case "level lapsed":
      return tellOfTime(event, levelName, names);
    case "level opened":
    case "level approved":
    case "level declined":
      return null;
    case "approval given":
      return {
        who,
        did: `${event.data.ticked ? "did what was to be done" : event.data.refused ? "approved in part" : "approved"} as ${levelName(event.data.level)}${forWhom(event.data.inNameOf, names)}, revision ${event.data.revision}${event.data.refused ? `; refused ${sayParts(event.data.refused)}` : ""}${sayHow(event.data)}.`,
        comment: event.data.comment,
        weight: "said",
      };
    case "approval refused":
      return {
        who,
        did: `declined as ${levelName(event.data.level)}${forWhom(event.data.inNameOf, names)}${sayHow(event.data)}.`,
        comment: event.data.comment,
        weight: "said",
      };
    case "sent back":
      return {
        who,
        did: `sent it back as ${levelName(event.data.level)}${forWhom(event.data.inNameOf, names)}${sayHow(event.data)}.`,
        comment: event.data.comment,
        weight: "said",
      };
    case "approved":
      return { who: "Approved", did: `: ${event.data.because}.`, weight: "quiet" };
    case "declined":
      return { who: "Declined", did: ` by ${levelName(event.data.level)}; the chain ends here.`, weight: "quiet" };
    case "withdrawn":
      return { who: names(event.actor), did: "withdrew it.", comment: event.data.comment, weight: "said" };
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

function sayRelease({ code, how, because }: Release, who: string): Omit<Said, "weight"> {
  if (how === "person") return { who, did: `released “${code}”.`, comment: because };
  const why = how === "cause gone" ? `its cause is gone, since ${because}` : because;
  return { who: "Released", did: `: ${code}; ${why}.` };
}

/** What is special about how it was said: the level's own word, a signature, a link in a mail, several at once. */
export function sayHow({
  word,
  signature,
  via,
  together,
}: Pick<Decision, "word" | "signature" | "via" | "together">): string {
  return [
    word && `, with the word “${word}”`,
    signature && `, signed “${signature.name}” by ${signature.method}${signature.drawn ? " and by hand" : ""}`,
    via === "mail" && ", through the link in a mail",
    together && `, one of ${together.count} decided at once`,
  ]
    .filter(Boolean)
    .join("");
}

function forWhom(inNameOf: string | null, names: Names): string {
  return inNameOf ? `, in the name of ${names(inNameOf)}` : "";
}
