import { joinWords, sayCount } from "../text";
import type { Directory, ApproverRule } from "../people";

/** Who a rule names, as a noun phrase: "the requester’s manager", "Marta Quelhas or Ivo Sampaio". */
export function sayRule(rule: ApproverRule, directory: Directory, word: "and" | "or" = "or"): string {
  switch (rule.kind) {
    case "people":
      return joinWords(
        rule.people.map((id) => directory.person(id)?.name ?? id),
        word,
      );
    case "group":
      return directory.group(rule.group)?.name ?? `the group ${rule.group}`;
    case "manager":
      return rule.up === 1 ? "the requester’s manager" : `the manager ${sayCount(rule.up)} above the requester`;
    case "headOfUnit":
      return rule.up === 0
        ? "the head of the unit"
        : `the head of the unit ${rule.up === 1 ? "" : `${sayCount(rule.up)} `}above`;
    case "position":
      return `the holder of ${directory.position(rule.position)?.name ?? rule.position}`;
    case "lineByLimit":
      return rule.climb === "straight"
        ? "the first in the reporting line whose limit covers the amount"
        : "everyone up the reporting line to the first whose limit covers the amount";
    case "owner":
      return `the owner of the ${rule.of === "costCentre" ? "cost centre" : rule.of}`;
    case "namedOnDocument":
      return `the person named on the document as ${rule.field}`;
  }
}
