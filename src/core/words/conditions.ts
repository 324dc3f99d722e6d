import { formatMoney } from "../money";
import { joinWords, sayDate } from "../text";
import { isGroup, type Comparison, type Condition, type Vocabulary } from "../conditions";
import { isOwnKey } from "../own-fields";

/**
 * A condition as a part of a sentence, without capital or full stop.
 * @example sayCondition({ kind: "choice", field: "category", is: "one of", values: ["fuel"] }, words) // "the category of a line is Fuel"
 */
export function sayCondition(condition: Condition, vocabulary: Vocabulary): string {
  return say(condition, vocabulary, false);
}

function say(condition: Condition, vocabulary: Vocabulary, inside: boolean): string {
  if (!isGroup(condition)) return sayComparison(condition, vocabulary);
  const parts = condition.of.map((part) => say(part, vocabulary, true));
  if (condition.kind === "none") {
    return parts.length === 1 ? `it is not so that ${parts[0]}` : `none of these is so: ${parts.join("; ")}`;
  }
  if (parts.length === 1) return parts[0]!;
  const joined = joinWords(parts, condition.kind === "all" ? "and" : "or");
  return inside ? `(${joined})` : joined;
}

function sayComparison(comparison: Comparison, vocabulary: Vocabulary): string {
  const words = vocabulary[comparison.field] ?? { label: comparison.field };
  const ofLine = words.many && !words.several;
  const subject = ofLine ? `the ${words.label} of a line` : `the ${words.label}`;
  switch (comparison.kind) {
    case "text":
      if (comparison.is === "empty") return `${subject} is empty`;
      if (comparison.is === "filled in") return `${subject} is filled in`;
      return `${subject} ${TEXT[comparison.is]} “${comparison.value}”`;
    case "choice": {
      const names = comparison.values.map((value) => words.choices?.[value] ?? value);
      if (comparison.is === "one of") return `${subject} is ${joinWords(names, "or")}`;
      return ofLine
        ? `no line has the ${words.label} ${joinWords(names, "or")}`
        : `${subject} is not ${joinWords(names, "or")}`;
    }
    case "amount":
      return `${subject} is ${comparison.is} ${formatMoney(comparison.amount)}`;
    case "number":
      return `${subject} is ${comparison.is} ${comparison.value}`;
    case "date":
      return `${subject} is ${comparison.is} ${sayDate(comparison.date)}`;
    case "change":
      if (comparison.is !== "rose by more than") return `${subject} ${comparison.is}`;
      return comparison.percent !== undefined
        ? `${subject} rose by more than ${comparison.percent} per cent`
        : `${subject} rose by more than ${formatMoney(comparison.amount!)}`;
    case "flag":
      // What the organisation asks itself is a question answered yes or no; the program's own are marks that are set.
      if (isOwnKey(comparison.field))
        return `“${words.label}”${ofLine ? " of a line" : ""} is ${comparison.is ? "yes" : "no"}`;
      return comparison.is ? `${subject} is set` : `${subject} is not set`;
  }
}

const TEXT = {
  "equal to": "is",
  "not equal to": "is not",
  containing: "contains",
  "starting with": "starts with",
} as const;
