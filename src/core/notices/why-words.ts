import { sayGap, type DocumentState } from "../approval";
import { capital, joinWords } from "../words";
import type { Why } from "./notices";

/** Why a letter comes to its reader, in a sentence. @param name the name of a person by their id */
export function sayWhy(why: Why, state: DocumentState, name: (person: string) => string): string {
  const names = (ids: readonly string[], word: "and" | "or" = "and") => joinWords([...new Set(ids)].map(name), word);
  const level = (id: string) => state.levels.find((one) => one.level === id)?.name ?? id;
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
      return `${capital(why.next)}.`;
    case "is late":
      return "It is late.";
    case "reminded by":
      return `${name(why.by)} reminds you.`;
    case "changed":
      return `${why.number} was changed and is revision ${why.revision} now: ${why.what}.`;
    case "no longer covered": {
      const gaps = [...new Set(why.gaps.map((gap) => sayGap(gap, state.document.documentType)))];
      return gaps.length > 0 ? `${capital(joinWords(gaps, "and"))}.` : "";
    }
    case "told":
      return `You are told as ${level(why.level)}; nothing is asked of you.`;
    case "nobody spoke":
      return `${capital(why.because)}.`;
  }
}
