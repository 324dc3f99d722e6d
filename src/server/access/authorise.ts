import type { DocumentState } from "@/core/approval";
import type { SeenBy } from "@/core/own-fields";
import type { Person, Role } from "@/core/people";
import { type Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";

/** Everything anybody can do. Every route handler and every page asks `authorise` with one of these; the table of rules below has a line for each. */
export type Action =
  | "documents.enter"
  | "documents.read"
  | "documents.readAll"
  | "documents.edit"
  | "documents.withdraw"
  | "documents.decide"
  | "documents.talk"
  | "documents.supply"
  | "documents.reroute"
  | "holds.read"
  | "orders.own"
  | "orders.search"
  | "holds.place"
  | "holds.release"
  | "steps.manage"
  | "accounts.read"
  | "accounts.ask"
  | "accounts.private"
  | "accounts.change"
  | "accounts.bring"
  | "ledger.read"
  | "ledger.receive"
  | "ledger.write"
  | "payments.file"
  | "rates.write"
  | "rates.far"
  | "rules.write"
  | "intake.import"
  | "integrations.manage"
  | "letters.read"
  | "policies.read"
  | "policies.write"
  | "policies.review"
  | "policies.comment"
  | "histories.write"
  | "rehearsals.keep"
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
  | "lists.write"
  | "fields.write"
  | "fields.open"
  | "access.own"
  | "access.manage"
  | "log.verify"
  | "log.read"
  | "log.checkpoint"
  | "samples.read"
  | "samples.write"
  | "report.read"
  | "views.own"
  | "lookout.read"
  | "lookout.judge"
  | "lookout.set"
  | "live";

/** What an action is about, where that matters. */
export type Subject = {
  document?: DocumentState;
  isReader?: boolean;
  /** The person took over the document from its requester, who has left. */
  tookOver?: boolean;
  /** The policy names the person to release the hold. */
  named?: boolean;
  /** Who may open a field, and whether the person is asked about the document on which it stands. */
  field?: { seenBy: readonly SeenBy[]; asked: boolean; name: string };
  /** Whom it is about. */
  about?: Pick<Person, "id" | "manager">;
  /** Whom a finding of the lookout is about. */
  finding?: { people: readonly string[] };
};

/** Whether somebody may, by their roles and by what it is about. */
type May = (person: Person, subject: Subject) => Refusal | null;
/** An action that changes something is never an auditor's, whatever other roles they have. */
type Rule = { changes: boolean; may: May };

const reads = (may: May): Rule => ({ changes: false, may });
const changes = (may: May): Rule => ({ changes: true, may });
const anybody: May = () => null;
const withRoles =
  (...roles: Role[]): May =>
  (person) =>
    withRole(person, roles);
/** On themselves, or with one of the roles on anybody. */
const onOneself =
  (...roles: Role[]): May =>
  (person, { about }) =>
    about?.id === person.id ? null : withRole(person, roles);

const SEES_ALL = ["clerk", "controller", "reviewer", "administrator", "auditor", "investigator"] as const;
const asReader: May = (person, subject) => (mayRead(person, subject) ? null : refuse("no part in it"));
const asRequester: May = (person, { document, tookOver }) =>
  document?.document.requester === person.id || tookOver ? null : refuse("requester only");

const asInvestigator: May = (person, { finding }) =>
  withRole(person, ["investigator"]) ?? (finding?.people.includes(person.id) ? refuse("finding is about you") : null);

/** Who may do what: one line for each action, so that an action without a rule does not compile. */
const RULES: Readonly<Record<Action, Rule>> = {
  "documents.enter": changes(anybody),
  "documents.read": reads(asReader),
  "documents.readAll": reads(withRoles(...SEES_ALL)),
  "documents.edit": changes(asRequester),
  "documents.withdraw": changes(asRequester),
  "documents.decide": changes(asReader),
  "documents.talk": changes(asReader),
  // A paper that is missing is brought by whoever the document is from, or by accounts.
  "documents.supply": changes((person, subject) =>
    person.roles.includes("clerk") || subject.document?.document.onBehalfOf === person.id
      ? null
      : asRequester(person, subject),
  ),
  "documents.reroute": changes(withRoles("controller")),
  "holds.read": reads(withRoles(...SEES_ALL)),
  // Orders that somebody sells, which are theirs to see.
  "orders.own": reads(anybody),
  "orders.search": changes(withRoles("clerk", "controller")),
  "holds.place": changes(withRoles("clerk", "controller")),
  "holds.release": changes((person, { named }) => (named ? null : withRole(person, ["clerk", "controller"]))),
  "steps.manage": changes(withRoles("clerk", "controller")),
  "accounts.read": reads(anybody),
  "accounts.ask": changes(anybody),
  "accounts.private": reads(withRoles("clerk", "controller")),
  // Of fields that the organisation does not control: nobody approves it.
  "accounts.change": changes(withRoles("clerk", "controller")),
  // As approved before: whoever may do this opens accounts alone, so that it is of those who set up the organisation, and marked.
  "accounts.bring": changes(withRoles("controller", "administrator")),
  "ledger.read": reads(withRoles(...SEES_ALL)),
  "ledger.receive": changes(anybody),
  "ledger.write": changes(withRoles("clerk")),
  // It has account numbers of suppliers and people in full.
  "payments.file": reads(withRoles("clerk", "controller")),
  "rates.write": changes(withRoles("clerk", "controller")),
  // One that moves every band of its currency; a clerk, who may enter documents in it, does not do that alone.
  "rates.far": changes(withRoles("controller")),
  "rules.write": changes(withRoles("controller")),
  "intake.import": changes(withRoles("clerk", "controller")),
  "integrations.manage": changes(withRoles("administrator")),
  "letters.read": reads(withRoles("clerk", "controller", "administrator", "auditor")),
  "policies.read": reads(withRoles("controller", "reviewer", "administrator", "auditor")),
  "policies.write": changes(withRoles("controller")),
  // Documents of elsewhere, to rehearse on.
  "histories.write": changes(withRoles("controller", "administrator")),
  // What a version is sent with, and what its reviewer found.
  "rehearsals.keep": changes(withRoles("controller", "reviewer")),
  "policies.review": changes(withRoles("reviewer")),
  "policies.comment": changes(withRoles("controller", "reviewer")),
  // In a demonstration alone, which the command itself asks.
  "clock.move": reads(anybody),
  "people.read": reads(anybody),
  "people.export": reads(withRoles("controller", "administrator", "auditor")),
  "people.history": reads(onOneself("controller", "reviewer", "administrator", "auditor")),
  "people.write": changes(withRoles("administrator")),
  "people.private": reads(onOneself("clerk", "administrator")),
  "people.pseudonym": changes(withRoles("administrator")),
  "roles.write": changes(withRoles("administrator")),
  "limits.write": changes(withRoles("administrator")),
  "standIns.write": changes((person, subject) =>
    maySetStandIn(person, subject) ? null : refuse("stand-in set by others"),
  ),
  "calendars.write": changes(withRoles("controller", "administrator")),
  "segregation.write": changes(withRoles("controller")),
  // Whoever writes the policies says by what they decide; whoever keeps the people keeps cost centres and projects.
  "lists.write": changes(withRoles("controller", "administrator")),
  "fields.write": changes(withRoles("controller", "administrator")),
  // What stands in a field that is hidden from others; an auditor reads everything.
  "fields.open": reads((person, { field }) =>
    person.roles.includes("auditor") || (field && isSeenBy(person, field))
      ? null
      : refuse("field is hidden", hiddenFor(field)),
  ),
  // One's own sign-in, which an auditor has too.
  "access.own": reads(onOneself()),
  "access.manage": changes(withRoles("administrator")),
  "log.verify": reads(anybody),
  "log.read": reads(withRoles("controller", "reviewer", "administrator", "auditor")),
  "log.checkpoint": changes(withRoles("controller", "administrator")),
  "samples.read": reads(withRoles("controller", "reviewer", "auditor")),
  // A test sheet is the auditor's own working paper: it changes nothing of what it tests.
  "samples.write": reads(withRoles("controller", "reviewer", "auditor")),
  "report.read": reads(withRoles("controller", "reviewer", "auditor")),
  // Filters of the register that an auditor keeps for themselves change nothing of anybody's.
  "views.own": reads(anybody),
  // Nobody sees or judges what is about themselves, whatever else they may. A judgement changes nothing of what it is about, so that an auditor gives one too.
  "lookout.read": reads(asInvestigator),
  "lookout.judge": reads(asInvestigator),
  "lookout.set": changes(withRoles("controller")),
  live: reads(anybody),
};

/**
 * The one place that says who may do what; what no rule allows is refused. Whether a person is asked by an open level is the approval's own rule and is decided
 * there; here a decision only needs the document to be one the person may read.
 * @returns null when allowed, else why not
 */
export function authorise(person: Person | null, action: Action, subject: Subject = {}): Refusal | null {
  if (!person) return refuse("not signed in");
  const rule = Object.hasOwn(RULES, action) ? RULES[action] : undefined;
  if (!rule) return refuse("nobody may");
  if (rule.changes && person.roles.includes("auditor")) return refuse("auditor only reads");
  return rule.may(person, subject);
}

function withRole(person: Person, roles: readonly Role[]): Refusal | null {
  if (roles.some((role) => person.roles.includes(role))) return null;
  if (roles.length === 0) return refuse("the person only");
  return refuse("role needed", { roles, has: person.roles });
}

function isSeenBy({ roles }: Person, { seenBy, asked }: NonNullable<Subject["field"]>): boolean {
  return seenBy.some((one) => (one === "approvers" ? asked : roles.includes(one)));
}

const hiddenFor = (field: Subject["field"]) => ({ field: field?.name ?? "field", seenBy: field?.seenBy ?? [] });

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
