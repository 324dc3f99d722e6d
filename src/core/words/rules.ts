import type { ApproverRule, AskedFor, Directory, RuleKind } from "../people";
import { joinWords, sayCount } from "../text";
import { namesOfLists, sayOwned } from "./list-names";

/** Whom a rule names, as a noun phrase; and by what it asks somebody whom it names. */
type RuleWords = {
  [K in RuleKind]: {
    whom(rule: Extract<ApproverRule, { kind: K }>, directory: Directory, word: "and" | "or"): string;
    because(rule: Extract<ApproverRule, { kind: K }>, directory: Directory): string;
  };
};

const RULES: RuleWords = {
  people: {
    whom: ({ people }, directory, word) =>
      joinWords(
        people.map((id) => directory.person(id)?.name ?? id),
        word,
      ),
    because: () => "named in the level",
  },
  group: {
    whom: ({ group }, directory) => directory.group(group)?.name ?? `the group ${group}`,
    because: ({ group }, directory) => `as a member of ${directory.group(group)?.name ?? group}`,
  },
  manager: {
    whom: ({ up }) => (up === 1 ? "the requester’s manager" : `the manager ${sayCount(up)} above the requester`),
    because: ({ up }) => (up === 1 ? "they report to them" : `${sayCount(up)} steps up their line`),
  },
  headOfUnit: {
    whom: ({ up }) =>
      up === 0 ? "the head of the unit" : `the head of the unit ${up === 1 ? "" : `${sayCount(up)} `}above`,
    because: ({ up }) => (up === 0 ? "as head of the unit" : `as head of the unit ${sayCount(up)} above`),
  },
  position: {
    whom: ({ position }, directory) => `the holder of ${directory.position(position)?.name ?? position}`,
    because: ({ position }, directory) => `as holder of ${directory.position(position)?.name ?? position}`,
  },
  lineByLimit: {
    whom: ({ climb }) =>
      climb === "straight"
        ? "the first in the reporting line whose limit covers the amount"
        : "everyone up the reporting line to the first whose limit covers the amount",
    because: ({ climb }) =>
      climb === "straight"
        ? "as the first in their line whose limit covers the amount"
        : "on the way up their line to the first whose limit covers the amount",
  },
  owner: {
    whom: ({ of }, { organisation }) =>
      `the owner of the ${sayOwned(of, namesOfLists(organisation.lists, organisation.fields))}`,
    because: () => "as their owner",
  },
  namedOnDocument: {
    whom: ({ field }, directory) => `the person named on the document as ${personField(field, directory)}`,
    because: ({ field }, directory) => `as ${personField(field, directory)}`,
  },
};

/** Fields of people that the program has are called by their keys. */
const personField = (field: string, { organisation }: Directory) =>
  organisation.fields.find(({ key }) => key === field)?.name ?? field;

type Said = { [P in keyof RuleWords[RuleKind]]: (...given: unknown[]) => string };
// Each kind stands with the words for rules of that kind; the compiler cannot follow the two together.
const lineOf = ({ kind }: ApproverRule) => RULES[kind] as Said;

/** Who a rule names, as a noun phrase: "the requester’s manager", "Marta Quelhas or Ivo Sampaio". */
export function sayRule(rule: ApproverRule, directory: Directory, word: "and" | "or" = "or"): string {
  return lineOf(rule).whom(rule, directory, word);
}

/** By what a rule asks somebody, as a part of a sentence. @example sayAskedBy(rule, directory) // "as a member of Directors" */
export function sayAskedBy(rule: ApproverRule, directory: Directory): string {
  return lineOf(rule).because(rule, directory);
}

/** For whose documents somebody is asked. @example sayAskedFor({ of: "units", units }, directory) // "Engines and Deck" */
export function sayAskedFor(found: AskedFor, directory: Directory): string {
  switch (found.of) {
    case "everybody":
      return "everyone it covers";
    case "named":
      return "documents that name them";
    case "people":
      return sayNames(found.people.map((id) => directory.person(id)?.name ?? id));
    case "units":
      return sayNames(found.units.map((id) => directory.unit(id)?.name ?? id));
    case "keys":
      return sayNames(found.keys);
  }
}

/** @example sayNames(["A", "B", "C", "D", "E"]) // "A, B, C and two more" */
function sayNames(names: readonly string[]): string {
  if (names.length <= 4) return joinWords(names, "and");
  return `${names.slice(0, 3).join(", ")} and ${sayCount(names.length - 3)} more`;
}
