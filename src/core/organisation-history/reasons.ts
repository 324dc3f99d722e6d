import type { Attribute } from "../lists";
import type { OrganisationProblem, Role } from "../people";
import type { OwnField, OwnKind } from "../own-fields";
import type { Coded } from "../reason";
import { no, type Located, type Result } from "../refusal";
import type { Separation } from "../segregation";
import type { Kind, HistoryChange } from "./schema";

/** Why people, units or what else an organisation keeps are not changed. People and all else by their ids, days as ISO dates in the organisation's zone. */
export type EditReason = Coded<{
  "no such entry": { kind: Kind; id: string };
  "id taken": { id: string };
  "day has passed": { day: string; today: string };
  malformed: { found: string };
  "does not fit": { problem: OrganisationProblem };
  "nobody administers": null;
  "not set up": null;
  // Roles.
  "roles not to meet": { rule: Separation; person: string | null };
  "roles need a reason": { rule: Separation };
  "role apart from itself": { role: Role };
  // Units and positions.
  "somebody sits here": { person: string };
  "a unit lies below": { unit: string };
  "held by the head": { position: string };
  // Leaving and coming back.
  "last day too early": null;
  "goes to the leaver": { person: string };
  "goes to another leaver": { person: string };
  "documents without a successor": { person: string; open: number };
  "reports without a manager": { people: string[] };
  "unit without a head": { unit: string };
  "position without a holder": { position: string };
  "ownership without an owner": { owned: string[] };
  "is not to leave": { person: string };
  // Absences and delegations.
  "away already": { person: string; from: string };
  "last day before the first": null;
  "last day needed": null;
  "delegate needed": null;
  "stands in for themselves": { person: string };
  "stand-in leaves": { person: string; day: string };
  "stand-in is no approver": { person: string };
  "over already": null;
  // Lists.
  "list of that name": { name: string };
  "entry of that name": { name: string; key: string };
  "not said in this list": { attribute: Attribute };
  "attribute needed": { attribute: Attribute };
  "not in the home currency": { attribute: Attribute; home: string };
  // Fields of the organisation's own.
  "field of that name": { name: string };
  "of a field for good": { part: keyof OwnField };
  "not of this kind of field": { part: keyof OwnField; kind: OwnKind };
  "choice without a list": null;
  "condition needed": null;
  "no such type": { type: string };
  "type without lines": { type: string };
  /** The other party or Bandeira itself sends documents of the type, and neither could fill it in. */
  "sent by others too": { type: string };
  "type without the field": { type: string; field: string };
  "known only when sent": { field: string };
  "filled in by approvers": { field: string };
  /** Fields for whoever approves stand on the document, are required by the level that asks for them, and begin empty. */
  "not for approvers": { part: "part" | "required" | "usual" };
  "compared as it cannot be": { field: string };
  /** The other party fills in its account itself, and a field of it begins empty. */
  "not on accounts": { part: "required" | "usual" | "taken" };
  "on accounts alone": null;
  "type or account": { on: string };
  "no pattern": { pattern: string };
  /** A limit that is none of the kind: a day, an amount. */
  "no such limit": { part: "least" | "most"; kind: OwnKind };
  "cannot take over": { taken: string };
  "no number of letters": null;
  "most under the least": null;
  "cannot begin so": { usual: string };
}>;

/** Changes that make an edit, or why it is not made. */
export type Edit = Result<HistoryChange[], Located<EditReason>>;

/** An edit that is not made. @param path what of it the reason is about */
export const notEdited = (why: EditReason, path?: string): { ok: false; refusals: Located<EditReason>[] } =>
  no<EditReason>(why, path);

/** That nothing of a kind has an id. */
export const noSuch = (kind: Kind, id: string, path?: string): { ok: false; refusals: Located<EditReason>[] } =>
  notEdited({ code: "no such entry", values: { kind, id } }, path);
