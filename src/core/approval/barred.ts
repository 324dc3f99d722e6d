import type { DocumentStatus, MissingItem, MissingReason } from "../documents";
import type { Cause, Hold } from "../holds";
import type { CandidateReason } from "../people";
import type { PickReason } from "../lists";
import type { OwnReason } from "../own-fields";
import type { Coded } from "../reason";
import type { Result } from "../refusal";
import type { Decision, LevelStatus, Step } from "./types";

/** Who said what at a level, and when: ISO in UTC. */
export type Before = Pick<Decision, "by" | "outcome" | "at">;

/**
 * Why a command on a document is not carried out. Levels, people, parts, holds and steps by their ids or numbers; `hold` is what a hold is called.
 */
export type BarredReason = Coded<{
  // Of any command.
  "no such document": null;
  "number taken": { number: string };
  missing: { why: MissingReason };
  "in approval": null;
  ended: { status: DocumentStatus };
  "not to be withdrawn": { status: DocumentStatus };
  "not to be routed": { status: DocumentStatus };
  "not to be edited": { status: DocumentStatus };
  "not to be held": { status: DocumentStatus };
  "another revision": { revision: number };
  // Editing in approval.
  "under no policy": null;
  "nothing changed": null;
  "another type": null;
  "refused before": { part: string };
  // Words that are needed.
  "say why": null;
  "say why it is held": null;
  "no such reason": { why: PickReason };
  "no list of reasons for it": null;
  "say why it is released": null;
  "say why it is routed again": null;
  "say why it is decided so": null;
  "write the question": null;
  "write the answer": null;
  "say what to look at": { person: string };
  // Who may decide.
  "no such level": { level: string };
  "has decided": { level: string; person: string };
  "may not decide": { level: string; person: string; why: CandidateReason[] };
  "not their turn": { level: string; next: string };
  "level does not ask": { level: string; person: string };
  "level not open yet": { level: string };
  "level ended": { level: string; status: LevelStatus; before: Before | null };
  "document ended": { status: DocumentStatus; before: Before | null };
  "you have decided": { level: string; before: Before };
  "revision has come": { revision: number; seen: number };
  // Deciding.
  "no such earlier level": null;
  "choose the next": { levels: string[] };
  "no choice of the next": null;
  "not ticked": { items: string[] };
  "no such part": { part: string };
  "part refused already": { part: string };
  "amount to allow": { part: string };
  "everything refused": null;
  "filled in before": { field: string; by: string; at: string };
  "filled in wrongly": { why: OwnReason; line: number | null };
  "filled in with approvals": null;
  // Signing.
  "signature needed": { level: string };
  "drawing needed": { level: string };
  "name differs": { person: string };
  "another document signed": null;
  // Handing over.
  "nothing to hand over": { level: string; status: LevelStatus };
  "not handed over": { level: string };
  "nobody to be added": { level: string };
  "cannot take it": { person: string; why: CandidateReason[] };
  "not among those": { person: string };
  "too few would be left": { level: string; needed: number };
  // Holds.
  "no such hold": { hold: string };
  "keeps nothing back": null;
  "hold released already": { hold: string; why: Cause | null };
  "mend the cause": { hold: string };
  "add what is missing": { hold: Pick<Hold, "code" | "why"> };
  "one’s own document": null;
  "released by others": { people: string[] };
  // Questions and reminders.
  "nothing to ask about": null;
  "nobody to ask": null;
  "asking oneself": null;
  "no such question": { question: number };
  "answered already": null;
  "asked of another": { person: string };
  "nobody to remind": null;
  "reminded lately": { hours: number };
  // Papers and steps.
  "attach when it is sent": { status: DocumentStatus };
  "no papers of lines": { type: string };
  "no such line": { line: number };
  "line has its paper": { line: number };
  "same paper": null;
  "no such step": { step: number };
  "step ended": { step: number; status: Step["status"] };
  "step not yet": { step: number };
  "not approved": null;
  "in a payment run": { run: string };
}>;

/** A reason with the field of the command that it is about, where there is one. */
export type Barred = BarredReason & { path?: string };

/** What was decided, or why nothing was. */
export type Decided<T> = Result<T, Barred>;

/** A command that is refused, for a reason that is said at the edge. @param path what of it the reason is about */
export const no = (why: BarredReason, path?: string): Decided<never> => ({
  ok: false,
  refusals: [path === undefined ? why : { ...why, path }],
});

/** What a document still wants before it can be sent in. */
export const isMissing = (items: readonly MissingItem[]): Decided<never> => ({
  ok: false,
  refusals: items.map(({ path, why }) => ({ code: "missing", values: { why }, path })),
});

/** Why documents cannot be decided with one look, by their numbers. */
export type AlikeReason = Coded<{
  "choose two": null;
  differs: { what: "kind" | "policy" | "level" | "band" | "currency"; number: string; than: string };
  "look at each": { what: "held" | "changed" | "question open" | "level wants more"; numbers: string[] };
}>;
