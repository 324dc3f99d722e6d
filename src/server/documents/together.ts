import { z } from "zod";
import { levelsToDecide, whyNotAlike, type Together } from "@/core/approval";
import { sayNotAlike, sayTogether } from "@/core/audit-narrative";
import { wantsMore } from "@/core/policy";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { nativeHash } from "../log/log";
import { readReferenceData, routingFor } from "../reference-data";
import { commandDocument } from "./commands";
import { readState } from "./state";
import { ruleUnder } from "./names";

export const TogetherSchema = z.strictObject({
  command: z.uuid(),
  items: z
    .array(z.strictObject({ document: z.string().max(40), level: z.string().max(80), revision: z.int().positive() }))
    .min(2)
    .max(50),
  type: z.enum(["approve", "decline"]),
  comment: z.string().max(2000).default(""),
  /** Only say what it would come to. */
  look: z.boolean().default(false),
});
export type TogetherRequest = z.infer<typeof TogetherSchema>;

/** What it comes to, and for each whether it was done. */
export type TogetherAnswer = { summary: string; done: string[]; refused: { document: string; why: string }[] };

/**
 * Decides several documents at once, if they are alike. Each is a decision of its own with a record of its own, marked with how many went together; one
 * that somebody else has decided meanwhile is refused by itself and does not hold up the others.
 */
export function decideTogether(app: App, actor: Person, request: TogetherRequest): Result<TogetherAnswer> {
  const world = readReferenceData(app);
  const at = app.clock.now();
  const chosen: Together[] = [];
  for (const { document, level } of request.items) {
    const state = readState(app.db, document);
    const asked = state && levelsToDecide(state, actor.id, routingFor(app.db, world, at, state.route?.ratesOn), at);
    if (!state || !asked?.some((one) => one.level === level))
      return refused("waits no more", { document: document.toUpperCase() });
    chosen.push({ state, level });
  }
  const wrong = whyNotAlike(chosen, ({ state, level }) => {
    const found = ruleUnder(world, state, level);
    return !found || wantsMore(found) || found.kind !== "approval";
  });
  if (wrong.length > 0) return { ok: false, refusals: wrong.map(sayNotAlike) };
  const answer: TogetherAnswer = { summary: sayTogether(chosen), done: [], refused: [] };
  if (request.look) return { ok: true, value: answer };
  const { command, comment, type } = request;
  const together = { batch: command, count: chosen.length };
  for (const { document, level, revision } of request.items) {
    const own = nativeHash(`${command} ${document}`).slice(0, 40);
    const result = commandDocument(app, actor, document, { type, level, revision, comment, together }, own);
    if (result.ok) answer.done.push(document);
    else answer.refused.push({ document, why: result.refusals.map((one) => one.message).join("; ") });
  }
  return { ok: true, value: answer };
}
