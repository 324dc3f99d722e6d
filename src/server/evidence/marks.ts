import { evolve, type DocumentEvent, type DocumentState } from "@/core/approval";
import type { Duty } from "@/core/segregation";
import type { Route } from "@/core/routing";
import type { Db } from "../db/open";
import { statement } from "../db/statement";

/** Table that is made of the events of documents and of duties that met. */
export const MARK_TABLES = ["control_mark"] as const;

/** What a control did, or did not: what the control report counts. */
export type Mark =
  | "submitted"
  | "own prevented"
  | "approval"
  | "together"
  | "by mail"
  | "in time"
  | "late"
  | "lapsed"
  | "rerouted"
  | "released"
  | "skipped"
  | "voided"
  | `duties ${Duty} ${Duty}`;

/** Whether somebody was not asked since it is their own. */
function keptOwn({ levels }: Route): boolean {
  return levels.some((level) => level.candidates.some(({ why }) => why[0]?.code === "is the requester"));
}

type Noted = { seq: number; time: string };
type Type = DocumentEvent["type"];
type Marks = (data: never, before: DocumentState | null, at: string) => Mark[];

/** What each event marks; most mark nothing. */
const MARKS: Partial<{ [T in Type]: Marks }> = {
  submitted: ({ route }: { route: Route }) => ["submitted", ...(keptOwn(route) ? ["own prevented" as const] : [])],
  "approval given": ({ together, via }: { together?: object; via?: string }) => [
    "approval",
    ...(together ? ["together" as const] : []),
    ...(via === "mail" ? ["by mail" as const] : []),
  ],
  "level approved": decided,
  "level declined": decided,
  "level lapsed": () => ["lapsed"],
  rerouted: () => ["rerouted"],
  "hold released": ({ how }: { how: string }) => (how === "person" ? ["released"] : []),
  "step skipped": () => ["skipped"],
  revised: ({ voided }: { voided: unknown[] }) => (voided.length > 0 ? ["voided"] : []),
};

/** A level with a time limit that was decided: late where its time had run out before, whoever it was passed on to. */
function decided({ level }: { level: string }, before: DocumentState | null, at: string): Mark[] {
  const open = before?.levels.find((one) => one.level === level);
  if (!open?.due) return [];
  return [open.overdueAt || at > open.due ? "late" : "in time"];
}

/** Marks what the events of one document that follow each other say of controls. @param before the state they happened to */
export function markControls(
  db: Db,
  id: string,
  events: readonly (DocumentEvent & Noted)[],
  before: DocumentState | null,
): void {
  let state = before;
  for (const event of events) {
    const marks = MARKS[event.type]?.(event.data as never, state, event.time) ?? [];
    for (const what of marks) write(db, event, id, what, what === "approval" ? approvalOf(event, state!) : {});
    state = evolve(state, event, event.time);
  }
}

type Approval = {
  by: string;
  type: string;
  policy: string | null;
  version: number | null;
  compared: number | null;
  dated: string;
};

/** What an approval was given for, as it was then. */
function approvalOf({ data }: DocumentEvent, { document, route }: DocumentState): Approval {
  return {
    by: "by" in data && typeof data.by === "string" ? data.by : "",
    type: document.documentType,
    policy: route?.policy?.id ?? null,
    version: route?.policy?.version ?? null,
    compared: route?.measured?.compared.minor ?? null,
    dated: document.date,
  };
}

/** Marks that two acts met in one person about a document. */
export function markDuties(
  db: Db,
  event: Noted,
  { document, person, pair: [one, other] }: { document: string; person: string; pair: readonly [Duty, Duty] },
): void {
  write(db, event, document, `duties ${one} ${other}`, { by: person });
}

function write(db: Db, { seq, time }: Noted, document: string, what: Mark, of: Partial<Approval>): void {
  const { by = null, type = null, policy = null, version = null, compared = null, dated = null } = of;
  statement(
    db,
    `INSERT INTO control_mark (seq, at, document, what, by, type, policy, policy_version, compared, dated)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(seq, time, document, what, by, type, policy, version, compared, dated);
}
