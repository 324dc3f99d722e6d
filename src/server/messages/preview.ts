import { z } from "zod";
import { TemplateSchema, asHtml, fill, whyNotTemplate } from "@/core/messages";
import { openSeats } from "@/core/approval";
import type { Person } from "@/core/people";
import { type Result, refusedFor } from "@/core/refusal";
import { refused, sayNotTemplate } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { readState } from "../documents/state";
import { documentAddress } from "../root";
import { readReferenceData } from "../reference-data";
import { factsOf } from "./announce";
import { ownKeys } from "./settings";

export const PreviewSchema = z.strictObject({ template: TemplateSchema, document: z.string().trim().max(40) });

/** How a wording reads about a real document, as text and as HTML. Nothing is written and nobody is told. */
export function previewMessage(
  app: App,
  reader: Person,
  { template, document }: z.infer<typeof PreviewSchema>,
): Result<{ subject: string; text: string; html: string; about: string }> {
  const refusal = authorise(reader, "rules.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const wrong = whyNotTemplate(template, ownKeys(app));
  if (wrong.length > 0) return refusedFor(...wrong.map(sayNotTemplate));
  const state = readState(app.db, document.toLowerCase()) ?? latest(app);
  if (!state) return refused("nothing to show it on", null, "document");
  const open =
    state.levels.find((one) => one.status === "open") ?? state.levels.find((one) => one.decisions.length > 0);
  const last = open?.decisions.at(-1) ?? state.levels.flatMap((one) => one.decisions).at(-1);
  const world = readReferenceData(app);
  const facts = {
    ...factsOf(world, state, {
      occasion: template.occasion,
      ...(open && { level: open.level }),
      by: last?.by ?? reader.id,
      words: last?.comment || "What somebody said",
      asked: open ? openSeats(open) : [],
    }),
    why: open ? `You are asked as ${open.name}.` : "",
    recipient: reader.name,
    due: open?.due ? "at its hour" : "",
  };
  const subject = fill(template.subject, facts);
  const text = fill(template.body, facts);
  const actions = [{ label: "Open the document", url: documentAddress(state.id) }];
  return {
    ok: true,
    value: { subject, text, html: asHtml({ subject, text, actions, foot: "" }), about: state.number },
  };
}

function latest(app: App) {
  const id = app.db.prepare("SELECT document FROM waiting ORDER BY since DESC LIMIT 1").pluck().get() as
    string | undefined;
  return id ? readState(app.db, id) : null;
}
