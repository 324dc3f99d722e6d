import { fieldsCompared } from "@/core/conditions";
import { LOOKED_INTO } from "@/core/documents";
import type { Cause } from "@/core/holds";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { commandBySystem } from "../documents/commands";
import { lastSeq } from "../log/log";
import { readReferenceData } from "../reference-data";

export type Which =
  | { about: "order" | "account"; key: string }
  /** Rates, people or policies, which can matter to anything that routing holds. */
  | { about: "routing" }
  /** What is waiting or held under policies that ask whether a finding of the lookout is open about it. */
  | { about: "findings" };

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
  if (which.about === "findings") return askingForFindings(app);
  const condition =
    which.about === "order"
      ? "d.refers = @key"
      : "(d.refers = @key OR d.party = (SELECT name FROM account WHERE id = @key))";
  return db.prepare(`${select} ${condition} ORDER BY d.created_at, d.id`).all({ key: which.key }) as never;
}

function askingForFindings(app: App): { id: string; number: string }[] {
  const asking = readReferenceData(app)
    .versions.filter(({ policy: { holds } }) =>
      holds.some(({ when }) => when && fieldsCompared(when).includes(LOOKED_INTO.key)),
    )
    .map(({ policy: { id }, version }) => [id, version]);
  if (asking.length === 0) return [];
  return app.db
    .prepare(
      `SELECT d.id, d.number FROM document d JOIN json_each(?) v ON d.policy = v.value ->> 0 AND d.policy_version = v.value ->> 1
         WHERE d.status = 'waiting' OR (d.status = 'approved' AND EXISTS (SELECT 1 FROM hold h WHERE h.document = d.id AND h.kind = 'policy'))
         ORDER BY d.created_at, d.id`,
    )
    .all(JSON.stringify(asking)) as never;
}
