import type { Vocabulary } from "../conditions";
import type { BoundaryCase } from "../checks";
import { stagesOf } from "../policy";
import { joinWords } from "../text";
import { speak } from "./wording";
import { sayCondition } from "./conditions";

/**
 * The route of a case in a line: levels in order by their names, those of one stage side by side.
 * @example sayCase(one, vocabulary) // "Manager, then side by side Finance and Legal (if ...); told: Treasurer"
 */
export function sayCase({ levels, told }: Pick<BoundaryCase, "levels" | "told">, vocabulary: Vocabulary): string {
  const stages = stagesOf(levels).map((of) => {
    const names = of.map(({ name, when }) => (when ? `${name} (if ${sayCondition(when, vocabulary)})` : name));
    return names.length > 1 ? `side by side ${joinWords(names, "and")}` : names[0]!;
  });
  return speak(`${stages.join(", then ") || "nobody"}${told.length ? `; told: ${told.join(", ")}` : ""}`);
}
