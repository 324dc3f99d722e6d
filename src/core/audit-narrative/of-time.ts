import type { ToldEvent } from "../approval";
import type { Names } from "../words";
import { sayOverdueReason } from "./reasons";
import type { Said } from "./said";

type OfTime = Extract<
  ToldEvent,
  { type: "next asked" | "reminded" | "level overdue" | "level passed on" | "level lapsed" }
>;

const EFFECT: Partial<Record<Extract<ToldEvent, { type: "level passed on" }>["data"]["effect"], string>> = {
  "next in pool": "the next of them was asked",
  "named person": "it was passed on",
  manager: "it was passed to the manager",
};

const list = (people: readonly string[], names: Names) => [...new Set(people)].map(names.person).join(", ");

/** What happened by itself, as it reads in the thread. */
export function tellOfTime(event: OfTime, names: Names): Said {
  const level = names.level(event.data.level);
  switch (event.type) {
    case "next asked":
      return { who: level, did: `asked ${list(event.data.asked, names)} next.`, weight: "quiet" };
    case "reminded": {
      const { to, late } = event.data;
      const about = late ? " that it is late" : "";
      const did = to.length > 0 ? `${list(to, names)}${about}.` : "nobody, since nobody is above those who are asked.";
      return { who: "Reminded", colon: true, did, weight: "quiet" };
    }
    case "level overdue":
      return {
        who: "Overdue",
        colon: true,
        did: `${level} had no answer from ${list(event.data.asked, names)} in time; ${sayOverdueReason(event.data.why, names)}.`,
        weight: "held",
      };
    case "level passed on": {
      const { from, pool, effect } = event.data;
      const to = pool.filter((person) => !from.includes(person));
      return {
        who: "Overdue",
        colon: true,
        did: `${level} had no answer from ${list(from, names)} in time; ${EFFECT[effect]}: ${list(to, names)}.`,
        weight: "held",
      };
    }
    case "level lapsed":
      return {
        who: "Approved automatically",
        colon: true,
        did: `nobody answered as ${level}. ${list(event.data.asked, names)} did not decide.`,
        weight: "held",
      };
  }
}
