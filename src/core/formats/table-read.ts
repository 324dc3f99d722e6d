import type { Policy } from "../policy";
import type { Result } from "../refusal";
import type { ReadLoss, TableProblem } from "./reasons";

/** What was read of a file of tables, and what is not in it or was put there for want of it; the latter is shown to whoever brings it in. */
export type TableRead = { policy: Policy; losses: ReadLoss[] };

/**
 * A policy with what its file says that it leaves out.
 * @param leftOut sentences of the file; the reader has read them aloud and nothing more
 */
export function tableRead(
  policy: Result<Policy, TableProblem>,
  leftOut: readonly string[],
  losses: readonly ReadLoss[] = [],
): Result<TableRead, TableProblem> {
  if (!policy.ok) return policy;
  const said = leftOut
    .slice(0, MOST_SENTENCES)
    .map((one): ReadLoss => ({ code: "file says", values: { text: one.slice(0, MOST_LETTERS) } }));
  return { ok: true, value: { policy: policy.value, losses: [...losses, ...said] } };
}
const MOST_LETTERS = 1000;
const MOST_SENTENCES = 200;
