import type { DocumentState } from "@/core/approval";
import type { Result } from "@/core/refusal";

/** What whoever gave a command on a document is told of it when it is done: what it is and how it stands. What it says is on its page. */
export type Told = Pick<DocumentState, "id" | "number" | "status" | "revision">;

/** The answer to a command on a document. */
export function told(done: Result<DocumentState>): Result<Told> {
  if (!done.ok) return done;
  const { id, number, status, revision } = done.value;
  return { ok: true, value: { id, number, status, revision } };
}
