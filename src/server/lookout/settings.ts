import { z } from "zod";
import { keptLookoutSettings, LookoutSettingsSchema, USUAL_LOOKOUT, type LookoutSettings } from "@/core/lookout";
import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { write } from "../ledger/write";
import type { LookoutEvent } from "./events";

/** The settings that count now: those that were set, else those that everybody begins with. */
export function lookoutSettings({ db }: Pick<App, "db">): LookoutSettings {
  const stored = db.prepare("SELECT body FROM lookout_setting WHERE id = 1").pluck().get() as string | undefined;
  return stored === undefined ? USUAL_LOOKOUT : keptLookoutSettings(JSON.parse(stored));
}

export const LookoutSetSchema = z.strictObject({
  type: z.literal("set"),
  command: z.uuid(),
  settings: LookoutSettingsSchema,
  reason: z.string().trim().min(1).max(500),
});

/** Sets by what is looked, with a reason; the next look goes by it. */
export function setLookout(
  app: App,
  actor: Person,
  { settings, reason, command }: z.infer<typeof LookoutSetSchema>,
): Result<{ settings: LookoutSettings }> {
  const barred = () => authorise(actor, "lookout.set");
  const again = () => ({ settings: lookoutSettings(app) });
  return carryOut(app, actor, { barred, again, command, stream: "lookout", type: "lookout set" }, () => {
    const event: LookoutEvent = { type: "lookout set", data: { settings, reason } };
    write(app, "lookout", [event], { actor: actor.id, command });
    return { ok: true, value: { settings } };
  });
}
