import type { DocumentState } from "@/core/approval";
import type { Person, Role } from "@/core/people";
import { refuse, type Refusal } from "@/core/refusal";

/** Everything anybody can do. Every route handler and every page asks `authorise` with one of these. */
export type Action =
  | "documents.enter"
  | "documents.read"
  | "documents.readAll"
  | "documents.edit"
  | "documents.withdraw"
  | "documents.decide"
  | "documents.reroute"
  | "policies.read"
  | "policies.write"
  | "log.verify";

/** What an action is about, where that matters. */
export type Subject = { document?: DocumentState; isReader?: boolean };

const BY_ROLE: Partial<Record<Action, readonly Role[]>> = {
  "documents.readAll": ["clerk", "controller", "reviewer", "administrator", "auditor"],
  "documents.reroute": ["controller"],
  "policies.read": ["controller", "reviewer", "administrator", "auditor"],
  "policies.write": ["controller"],
};

/**
 * The one place that says who may do what. Whether a person is asked by an open level is the approval's own rule and is decided
 * there; here a decision only needs the document to be one the person may read.
 * @returns null when allowed, else why not
 */
export function authorise(person: Person | null, action: Action, subject: Subject = {}): Refusal | null {
  if (!person) return refuse("not signed in", "Sign in first");
  const roles = BY_ROLE[action];
  if (roles) {
    if (roles.some((role) => person.roles.includes(role))) return null;
    return refuse(
      "forbidden",
      `This needs the role ${roles.join(" or ")}; ${person.name} has ${person.roles.join(", ")}`,
    );
  }
  switch (action) {
    case "documents.edit":
    case "documents.withdraw":
      if (subject.document?.document.requester === person.id) return onlyPeopleWhoAct(person);
      return refuse("forbidden", "Only the requester may do this");
    case "documents.read":
      return mayRead(person, subject) ? null : refuse("forbidden", "You have no part in this document");
    case "documents.decide":
      return mayRead(person, subject)
        ? onlyPeopleWhoAct(person)
        : refuse("forbidden", "You have no part in this document");
    case "documents.enter":
      return onlyPeopleWhoAct(person);
    default:
      return null;
  }
}

/** An auditor reads everything and changes nothing, whatever other roles they hold. */
function onlyPeopleWhoAct(person: Person): Refusal | null {
  return person.roles.includes("auditor")
    ? refuse("forbidden", "An auditor reads everything and changes nothing")
    : null;
}

function mayRead(person: Person, subject: Subject): boolean {
  return (
    subject.isReader === true ||
    subject.document?.document.requester === person.id ||
    !authorise(person, "documents.readAll")
  );
}
