import type { Cause } from "@/core/holds";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { commandBySystem } from "../documents/commands";
import { lastSeq } from "../log/log";

export type Which =
  | { about: "order" | "account"; key: string }
  /** Rates, people or policies, which can matter to anything that routing holds. */
  | { about: "routing" };

/**
 * Looks at held documents again after something has changed around them: whatever has lost its cause is released, and what routing held goes on.
 * @param because what has changed, as it is told with the release
 * @returns numbers of the documents on which something happened
 */
export function lookAgain(app: App, which: Which, because: Cause): string[] {
  return inTransaction(app, () => {
    const moved: string[] = [];
    for (const { id, number } of heldBy(app, which)) {
      const before = lastSeq(app.db);
      // One id for one look at one document: the log's length tells looks apart.
      const result = commandBySystem(app, id, { type: "look again", because }, `look:${id}:${before}`);
      if (result.ok && lastSeq(app.db) > before) moved.push(number);
    }
    return moved;
  });
}

function heldBy(app: App, which: Which): { id: string; number: string }[] {
  const select = "SELECT DISTINCT d.id, d.number FROM hold h JOIN document d ON d.id = h.document WHERE";
  const { db } = app;
  if (which.about === "routing")
    return db.prepare(`${select} h.kind = 'routing' ORDER BY d.created_at, d.id`).all() as never;
  const condition =
    which.about === "order"
      ? "d.refers = @key"
      : "(d.refers = @key OR d.party = (SELECT name FROM account WHERE id = @key))";
  return db.prepare(`${select} ${condition} ORDER BY d.created_at, d.id`).all({ key: which.key }) as never;
}
