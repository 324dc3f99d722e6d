import type { TemplateProblem } from "../messages";
import { refusal, type Refusal } from "../refusal";
import { joinWords } from "../text";
import { sayBy, type Wording } from "./wording";

const TEMPLATES = {
  "no such fields": ({ names }) =>
    `There is no field ${joinWords(
      names.map((name) => `{${name}}`),
      "or",
    )}; pick one from the list`,
  "brace alone": () => "A brace stands alone; a field is written like {amount}",
} satisfies Wording<TemplateProblem["why"]>;

/** What is wrong with the wording of a letter. */
export function sayNotTemplate({ part, why }: TemplateProblem): Refusal {
  return refusal(why.code === "brace alone" ? "invalid" : "unknown field", sayBy(TEMPLATES, why), part);
}
