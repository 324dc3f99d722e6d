import type { DocumentState } from "@/core/approval";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { hashOf } from "../access/sessions";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { statement } from "../db/statement";
import { commandDocument } from "../documents/commands";
import { openLink } from "./links";
import { settingsOf } from "./settings";

export type LinkMove = {
  type: "approve" | "decline" | "send back";
  comment: string;
  /** Key of a reason in the organisation's list for it; there is none for an approval. */
  listed?: string | undefined;
};

/**
 * Decides through a link, once. The link is all the right the reader needs where the organisation lets it be so; else they must be signed in as its person.
 * What asks for a signature, a checklist, a choice or fields to be filled in is decided on the document's own page.
 */
export function decideByLink(
  app: App,
  token: string,
  visitor: Person | null,
  move: LinkMove,
  commandId: string,
): Result<DocumentState> {
  return inTransaction(app, () => {
    const opened = openLink(app, token, visitor);
    if (!opened.ok) return opened;
    const { person, state, level } = opened.value;
    if (!visitor && !settingsOf(app).withoutSignIn) return refused("sign in to decide");
    const command = { ...move, level: level.level, revision: state.revision, via: "mail" as const };
    const done = commandDocument(app, person, state.id, command, commandId);
    if (done.ok)
      statement(app.db, "UPDATE mail_link SET used_at = ?, token = NULL WHERE token_hash = ?").run(
        app.clock.now(),
        hashOf(token),
      );
    return done;
  });
}
