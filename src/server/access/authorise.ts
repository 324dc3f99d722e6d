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
  | "documents.talk"
  | "documents.reroute"
  | "holds.read"
  | "holds.place"
  | "holds.release"
  | "steps.manage"
  | "accounts.read"
  | "accounts.ask"
  | "accounts.private"
  | "ledger.read"
  | "ledger.receive"
  | "ledger.write"
  | "rules.write"
  | "intake.import"
  | "integrations.manage"
  | "letters.read"
  | "policies.read"
  | "policies.write"
  | "policies.review"
  | "policies.comment"
  | "clock.move"
  | "people.read"
  | "people.export"
  | "people.history"
  | "people.write"
  | "people.private"
  | "people.pseudonym"
  | "roles.write"
  | "limits.write"
  | "standIns.write"
  | "calendars.write"
  | "segregation.write"
  | "access.own"
  | "access.manage"
  | "log.verify"
  | "log.read"
  | "log.checkpoint"
  | "samples.read"
  | "samples.write"
  | "report.read"
  | "views.own"
  | "live";

/** What an action is about, where that matters. */
export type Subject = {
  document?: DocumentState;
  isReader?: boolean;
  /** The person took over the document from its requester, who has left. */
  tookOver?: boolean;
  /** The policy names the person to release the hold. */
  named?: boolean;
  /** Whom it is about. */
  about?: Pick<Person, "id" | "manager">;
};

const BY_ROLE: Partial<Record<Action, readonly Role[]>> = {
  "documents.readAll": ["clerk", "controller", "reviewer", "administrator", "auditor"],
  "documents.reroute": ["controller"],
  "holds.read": ["clerk", "controller", "reviewer", "administrator", "auditor"],
  "holds.place": ["clerk", "controller"],
  "steps.manage": ["clerk", "controller"],
  "accounts.private": ["clerk", "controller"],
  "ledger.read": ["clerk", "controller", "reviewer", "administrator", "auditor"],
  "ledger.write": ["clerk"],
  "rules.write": ["controller"],
  "intake.import": ["clerk", "controller"],
  "integrations.manage": ["administrator"],
  "letters.read": ["clerk", "controller", "administrator", "auditor"],
  "policies.read": ["controller", "reviewer", "administrator", "auditor"],
  "policies.write": ["controller"],
  "policies.review": ["reviewer"],
  "policies.comment": ["controller", "reviewer"],
  "log.read": ["controller", "reviewer", "administrator", "auditor"],
  "log.checkpoint": ["controller", "administrator"],
  "samples.read": ["controller", "reviewer", "auditor"],
  "samples.write": ["controller", "reviewer"],
  "report.read": ["controller", "reviewer", "auditor"],
  "people.export": ["controller", "administrator", "auditor"],
  "people.write": ["administrator"],
  "people.pseudonym": ["administrator"],
  "roles.write": ["administrator"],
  "limits.write": ["administrator"],
  "calendars.write": ["controller", "administrator"],
  "segregation.write": ["controller"],
  "access.manage": ["administrator"],
};

/** Actions that a person may do on themselves, besides those whose role lets them do it on anybody. */
const ON_ONESELF: Partial<Record<Action, readonly Role[]>> = {
  "people.history": ["controller", "reviewer", "administrator", "auditor"],
  "people.private": ["clerk", "administrator"],
  "access.own": [],
};

/**
 * The one place that says who may do what. Whether a person is asked by an open level is the approval's own rule and is decided
 * there; here a decision only needs the document to be one the person may read.
 * @returns null when allowed, else why not
 */
export function authorise(person: Person | null, action: Action, subject: Subject = {}): Refusal | null {
  if (!person) return refuse("not signed in", "Sign in first");
  const roles = BY_ROLE[action];
  if (roles) return withRole(person, roles);
  const others = ON_ONESELF[action];
  if (others) return subject.about?.id === person.id ? null : withRole(person, others);
  switch (action) {
    case "documents.edit":
    case "documents.withdraw":
      if (subject.document?.document.requester === person.id || subject.tookOver) return onlyPeopleWhoAct(person);
      return refuse("forbidden", "Only the requester may do this");
    case "documents.read":
      return mayRead(person, subject) ? null : refuse("forbidden", "You have no part in this document");
    case "documents.decide":
    case "documents.talk":
      return mayRead(person, subject)
        ? onlyPeopleWhoAct(person)
        : refuse("forbidden", "You have no part in this document");
    case "documents.enter":
    case "accounts.ask":
    case "ledger.receive":
      return onlyPeopleWhoAct(person);
    case "holds.release":
      return subject.named ? onlyPeopleWhoAct(person) : withRole(person, ["clerk", "controller"]);
    case "standIns.write":
      return maySetStandIn(person, subject)
        ? onlyPeopleWhoAct(person)
        : refuse("forbidden", "Only the person, their manager or an administrator may do this");
    default:
      return null;
  }
}

function withRole(person: Person, roles: readonly Role[]): Refusal | null {
  if (roles.some((role) => person.roles.includes(role))) return null;
  if (roles.length === 0) return refuse("forbidden", "Only the person may do this");
  return refuse(
    "forbidden",
    `This needs the role ${roles.join(" or ")}; ${person.name} has ${person.roles.join(", ") || "none"}`,
  );
}

/** An auditor reads everything and changes nothing, whatever other roles they hold. */
function onlyPeopleWhoAct(person: Person): Refusal | null {
  return person.roles.includes("auditor")
    ? refuse("forbidden", "An auditor reads everything and changes nothing")
    : null;
}

function maySetStandIn(person: Person, { about }: Subject): boolean {
  return about?.id === person.id || about?.manager === person.id || person.roles.includes("administrator");
}

function mayRead(person: Person, subject: Subject): boolean {
  return (
    subject.isReader === true ||
    subject.tookOver === true ||
    subject.document?.document.requester === person.id ||
    !authorise(person, "documents.readAll")
  );
}
