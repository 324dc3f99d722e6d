import type { Reason } from "@/core/refusal";
import type { App } from "../app";
import { append, newCommandId } from "../log/log";
import { project } from "../log/projection";

/** Why somebody was not signed in, with how it reads. */
export const NOT_SIGNED_IN = {
  "wrong password": "wrong password",
  "wrong code": "wrong code",
  "too many attempts": "too many attempts; further ones of this hour are only counted",
} as const;

/** What is logged of access: sign-ins and refusals, sessions ended, passwords and codes changed, private details opened, documents read. */
export type AccessEvent =
  | { type: "signed in"; data: { how: SignInHow; device: string } }
  | { type: "sign-in refused"; data: { why: keyof typeof NOT_SIGNED_IN; device: string } }
  | { type: "signed out"; data: { session: string } }
  | { type: "session ended"; data: { session: string } }
  | { type: "refused"; data: { what: string; why: Reason } }
  | { type: "password set"; data: { how: "by themselves" | "by invitation" | "at the first start" } }
  | { type: "one-time codes switched on"; data: Record<string, never> }
  | { type: "one-time codes switched off"; data: Record<string, never> }
  | { type: "invited"; data: { until: string } }
  | { type: "private detail changed"; data: { field: string; before: string; after: string } }
  | { type: "private detail opened"; data: { field: string } }
  | { type: "hidden field opened"; data: { field: string; on: "document" | "account" | "file"; of: string } }
  /** Where the organisation has reading noted. */
  | { type: "read"; data: { document: string; what: "document" | "record" | "evidence" } };

export type SignInHow = "password" | "password and code" | "chosen in the demonstration";

/** Logs what happened to somebody's access. @param actor who did it; the person, unless it was somebody else */
export function noteAccess(app: App, person: string, event: AccessEvent, actor = person): void {
  const write = () =>
    project(
      app.db,
      append(app.db, `access:${person}`, [event], {
        actor,
        at: app.clock.now(),
        command: (app.newId ?? newCommandId)(),
      }),
    );
  if (app.db.inTransaction) write();
  else app.db.transaction(write).immediate();
}
