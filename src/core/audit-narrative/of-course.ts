import type { ToldEvent } from "../approval";
import type { Names } from "../words";
import type { Said } from "./said";

type OfCourse = Extract<
  ToldEvent,
  {
    type:
      | "asked"
      | "answered"
      | "handed over"
      | "approver added"
      | "returned"
      | "approval counted"
      | "reminded by requester";
  }
>;

/** What people say and do to each other on the way, beside deciding, as it reads in the thread. */
export function tellOfCourse(event: OfCourse, names: Names): Said {
  const who = event.actorName;
  switch (event.type) {
    case "asked":
      return {
        who,
        did: `asked ${names.person(event.data.to)}; the time to decide runs on.`,
        comment: event.data.text,
        weight: "said",
      };
    case "answered":
      return { who, did: "answered.", comment: event.data.text, weight: "said" };
    case "handed over": {
      const { level, from, to, by, comment } = event.data;
      const whose = from === by ? "" : `, in the name of ${names.person(from)}`;
      return { who, did: `handed ${names.level(level)} over to ${names.person(to)}${whose}.`, comment, weight: "said" };
    }
    case "approver added": {
      const { person, before, comment } = event.data;
      return {
        who,
        did: `asked ${names.person(person)} to approve before ${names.level(before)}.`,
        comment,
        weight: "said",
      };
    }
    case "returned": {
      const { level, to, inNameOf, comment } = event.data;
      const whose = inNameOf ? `, in the name of ${names.person(inNameOf)}` : "";
      return {
        who,
        did: `sent it back to ${names.level(to)} as ${names.level(level)}${whose}; what was decided from there on is asked anew.`,
        comment,
        weight: "said",
      };
    }
    case "approval counted": {
      const { level, by, countedFrom } = event.data;
      return {
        who: names.level(level),
        did: `counts the approval that ${names.person(by)} gave as ${names.level(countedFrom)}.`,
        weight: "quiet",
      };
    }
    case "reminded by requester":
      return {
        who,
        did: `reminded ${event.data.to.map(names.person).join(", ")}.`,
        comment: event.data.text,
        weight: "quiet",
      };
  }
}
