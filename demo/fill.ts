import { askedAt, linesLeft, refusedOf, type DocumentState } from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { offered } from "@/core/lists";
import type { FilledValues, OwnField, OwnValue } from "@/core/own-fields";
import type { App } from "@/server/app";
import { contextFor } from "@/server/documents/decide-context";
import { ruleUnder } from "@/server/documents/names";
import { readReferenceData } from "@/server/reference-data";

/** What made-up people fill in where a level asks for fields; nothing where it asks for none. @param chance drawn between 0 and 1 for each field */
export function fillingFor(
  app: App,
  state: DocumentState,
  level: string,
  by: string,
  chance: () => number,
): { filled?: FilledValues } {
  const rule = ruleUnder(readReferenceData(app), state, level);
  if (!rule?.fills) return {};
  const context = contextFor(app, { actor: by, at: app.clock.now(), state, document: state.document, looks: false });
  const { organisation } = context.routing.directory;
  const day = dayIn(context.at, organisation.timeZone);
  const of = ({ kind, list = "" }: OwnField): OwnValue => {
    const drawn = chance();
    const open = kind === "choice" ? offered(organisation.lists, list, day) : [];
    return {
      text: `A-${state.number.replace(/\D/g, "")}`,
      number: "1",
      amount: { minor: 1_000, currency: state.document.currency },
      date: day,
      flag: drawn < 0.2,
      choice: open[Math.floor(drawn * open.length)]?.key ?? "",
      person: by,
    }[kind];
  };
  const lines = linesLeft(state.document, refusedOf(state));
  const byLine = (field: OwnField) => Object.fromEntries(lines.map((line) => [line, of(field)]));
  const filled = askedAt(state, rule, context).map(({ field }) => [
    field.key,
    field.part === "line" ? byLine(field) : of(field),
  ]);
  return { filled: Object.fromEntries(filled) as FilledValues };
}
