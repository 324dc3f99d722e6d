import { z } from "zod";
import { TemplateSchema, USUAL, whyNotTemplate, type Occasion, type Template } from "@/core/messages";
import type { Person } from "@/core/people";
import { refusedFor, type Result } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { statement } from "../db/statement";
import { write } from "../ledger/write";
import { readReferenceData } from "../reference-data";
import type { MessageEvent, PreferenceMode } from "./events";
import { sayNotTemplate } from "@/core/words";

/** How messages reach people, for the whole organisation. */
export const MessageSettingsSchema = z.strictObject({
  withoutSignIn: z.boolean().default(true).meta({
    description:
      "The link of a message shows the essentials and decides without signing in; else its reader signs in first",
  }),
  linkDays: z.int().min(1).max(60).default(7).meta({ description: "Days after which a link no longer works" }),
  logReading: z
    .boolean()
    .default(false)
    .meta({ description: "Opening a document or its record is an event in the log" }),
  namesMonths: z.int().min(0).max(240).default(24).meta({
    description: "Months after their last day from which the names of a leaver may be replaced by a pseudonym",
  }),
});
export type MessageSettings = z.infer<typeof MessageSettingsSchema>;
const USUAL_SETTINGS = MessageSettingsSchema.parse({});

/** How messages reach people; the usual way until somebody has changed it. */
export function settingsOf(app: Pick<App, "db">): MessageSettings {
  const body = statement(app.db, "SELECT body FROM message_setting WHERE id = 1").pluck().get() as string | undefined;
  return body ? MessageSettingsSchema.parse(JSON.parse(body)) : USUAL_SETTINGS;
}

/** The wording of an occasion: the organisation's own, else the usual one. */
export function templateOf(app: Pick<App, "db">, occasion: Occasion): Template {
  const own = statement(app.db, "SELECT subject, body FROM template WHERE occasion = ?").get(occasion) as
    Pick<Template, "subject" | "body"> | undefined;
  return { occasion, ...(own ?? USUAL[occasion]) };
}

export const PreferenceSchema = z.strictObject({
  mode: z.enum(["at once", "daily"]),
  hour: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "must be a time like 07:30"),
});
export type Preference = z.infer<typeof PreferenceSchema>;

/** When somebody wants to hear; at once until they said otherwise. */
export function preferenceOf(app: Pick<App, "db">, person: string): Preference {
  const own = statement(app.db, "SELECT mode, hour FROM preference WHERE person = ?").get(person) as
    { mode: PreferenceMode; hour: string } | undefined;
  return own ?? { mode: "at once", hour: "07:30" };
}

export const MessageChangeSchema = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("settings"), settings: MessageSettingsSchema }),
  z.strictObject({ type: z.literal("template"), template: TemplateSchema }),
  z.strictObject({ type: z.literal("usual"), occasion: TemplateSchema.shape.occasion }),
]);
export type MessageChange = z.infer<typeof MessageChangeSchema>;

/** Keys of the organisation's own fields, ended ones too: what documents said in them is still said. */
export function ownKeys(app: Pick<App, "db" | "clock">): string[] {
  return readReferenceData(app).directory.organisation.fields.map(({ key }) => key);
}

/** Changes how messages read or reach people; the old wording stays in the log. */
export function changeMessages(
  app: App,
  actor: Person,
  change: MessageChange,
  command: string,
): Result<{ saved: true }> {
  const wrong = change.type === "template" ? whyNotTemplate(change.template, ownKeys(app)) : [];
  const event: MessageEvent =
    change.type === "settings"
      ? { type: "settings set", data: change.settings }
      : change.type === "template"
        ? { type: "template changed", data: change.template }
        : { type: "template as usual", data: { occasion: change.occasion } };
  const intent = { command, stream: "messages", type: event.type };
  const saved = { saved: true as const };
  return carryOut(app, actor, { ...intent, barred: () => authorise(actor, "rules.write"), again: () => saved }, () => {
    if (wrong.length > 0) return refusedFor(...wrong.map(sayNotTemplate));
    write(app, "messages", [event], { actor: actor.id, command });
    return { ok: true, value: saved };
  });
}

/** How somebody wants to hear themselves. */
export function setPreference(app: App, actor: Person, preference: Preference): Result<{ saved: true }> {
  const refusal = authorise(actor, "access.own", { about: actor });
  if (refusal) return refusedFor(refusal);
  const event: MessageEvent = { type: "preference set", data: { person: actor.id, ...preference } };
  app.db.transaction(() => write(app, "messages", [event], { actor: actor.id })).immediate();
  return { ok: true, value: { saved: true } };
}
