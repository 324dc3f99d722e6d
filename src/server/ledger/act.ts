import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";

/** One act in the books; one that was done before comes to nothing new. */
export function act<T>(
  app: App,
  actor: Person,
  { action, ...intent }: { action: Action; command: string; stream: string; type: string },
  run: () => Result<T>,
): Result<T | { again: true }> {
  const barred = () => authorise(actor, action);
  return carryOut<T | { again: true }>(app, actor, { ...intent, barred, again: () => ({ again: true }) }, run);
}
