import type { DocumentState } from "../approval";
import { sayApproved, sayEdit, sayGap, sayOverdueReason } from "../audit-narrative";
import { capital, joinWords } from "../text";
import type { Names } from "../words";
import type { Why } from "./notices";

/** Why a letter comes to its reader, in a sentence. */
export function sayWhy(why: Why, state: DocumentState, known: Names): string {
  const name = known.person;
  const names = (ids: readonly string[], word: "and" | "or" = "and") => joinWords([...new Set(ids)].map(name), word);
  const level = known.level;
  switch (why.code) {
    case "asked":
      return `You are asked as ${level(why.level)}${why.inPlaceOf ? `, in place of ${name(why.inPlaceOf)}` : ""}.`;
    case "asked to approve first":
      return `${name(why.by)} asks you to approve first: ${why.words}`;
    case "passed to you":
      return `It comes to you, since ${names(why.from)} did not answer in time.`;
    case "passed on":
      return `It was passed on to ${names(why.to)}.`;
    case "late":
      return `${capital(sayOverdueReason(why.next, known))}.`;
    case "is late":
      return "It is late.";
    case "reminded by":
      return `${name(why.by)} reminds you.`;
    case "changed":
      return `${why.number} was changed and is revision ${why.revision} now: ${sayEdit(why.edit, why.policy || "the policy", known)}.`;
    case "no longer covered": {
      const gaps = [...new Set(why.gaps.map((gap) => sayGap(gap, state.document.documentType, known)))];
      return gaps.length > 0 ? `${capital(joinWords(gaps, "and"))}.` : "";
    }
    case "told":
      return `You are notified as ${level(why.level)}; nothing is asked of you.`;
    case "nobody spoke":
      return `${capital(sayUnspoken(why.because, known))}.`;
  }
}

function sayUnspoken(why: Extract<Why, { code: "nobody spoke" }>["because"], names: Names): string {
  switch (why.code) {
    case "nobody answered in time":
      return "nobody answered in time";
    case "could no longer be approved":
      return "it could no longer be approved";
    default:
      return sayApproved(why, names);
  }
}
