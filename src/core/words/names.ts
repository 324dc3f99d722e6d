import { typeWords, type AnyDocument } from "../documents";
import type { Lists } from "../lists";
import type { Directory } from "../people";
import { vocabularyIn, type Check, type Level, type Policy, type PolicyVersion, type Section } from "../policy";
import { joinWords } from "../text";
import type { OwnField } from "../own-fields";
import { namesOfLists, type ListNames } from "./list-names";
import { namesOfFields, type FieldNames } from "./field-names";
import { sayCondition } from "./conditions";
import { saySection, sayBand } from "./policy-bands";
import { sayRule } from "./rules";

/** What ids are called. Where nothing is known by an id, the id stands for itself. */
export type Names = ListNames &
  FieldNames & {
    directory: Directory;
    person(id: string): string;
    unit(id: string): string;
    position(id: string): string;
    group(id: string): string;
    /** A policy, by the names of those that were looked at. */
    policy(id: string): string;
    level(id: string): string;
    section(id: string): string;
    /** What a section takes, as a sentence; empty where the policy is not known. */
    takes(section: string): string;
    /** What a band of a section asks for, as a sentence; empty where the policy is not known. */
    band(section: string, index: number): string;
    /** What a level of kind “check” verifies, as a list in words. */
    verifies(level: string): string;
    /** Whom a level asks, as a noun phrase; empty where its rule is not known. */
    asks(level: string): string;
    /** Under which condition a level has a part; empty where it has none. */
    condition(level: string): string;
    /** A line of the document with what it is, such as "line 2, Mooring rope"; counted from 1. */
    line(number: number): string;
  };

const itself = (id: string) => id;
const itselfIn = (_list: string, key: string) => key;
const nothing = () => "";

/** Where nobody's name is known: every id stands for itself. */
const nobodyNamed = (lists: ListNames, fields: FieldNames = namesOfFields([], itselfIn)): Names => ({
  get directory(): Directory {
    throw new RangeError("A sentence that needs the directory is said without one");
  },
  person: itself,
  unit: itself,
  position: itself,
  group: itself,
  policy: itself,
  level: itself,
  section: itself,
  takes: nothing,
  band: nothing,
  verifies: nothing,
  asks: nothing,
  condition: nothing,
  ...lists,
  ...fields,
  line: (number) => sayLine(number, null),
});

/** Every id and key stands for itself. For sentences that name nothing by its id. */
export const IDS: Names = nobodyNamed({ one: itself, entry: itselfIn });

/** The same with what stands in lists and fields by their names, for a browser that knows these and nobody. */
export function namesOfEntries(lists: Lists, fields: readonly OwnField[] = []): Names {
  const names = namesOfLists(lists, fields);
  return nobodyNamed(names, namesOfFields(fields, names.entry));
}

/** What is spoken about, as far as it is known: the policy and its section, levels that were added, the document, other policies by id. */
export type About = {
  policy?: Policy | null;
  levels?: readonly { level: string; name: string }[];
  document?: AnyDocument | null;
  policies?: readonly { policy: string; name: string }[];
};

/** What ids are called by a directory and what is spoken about. */
export function namesOf(directory: Directory, about: About = {}): Names {
  const known = (about.policy?.sections ?? []).flatMap((section) => section.levels);
  const level = (id: string): Level | undefined => known.find((one) => one.id === id);
  const { policy } = about;
  const lists = namesOfLists(directory.organisation.lists, directory.organisation.fields);
  const section = (id: string): Section | undefined => policy?.sections.find((one) => one.id === id);
  return {
    directory,
    person: (id) => directory.person(id)?.name ?? id,
    unit: (id) => directory.unit(id)?.name ?? id,
    position: (id) => directory.position(id)?.name ?? id,
    group: (id) => directory.group(id)?.name ?? id,
    policy: (id) => about.policies?.find((one) => one.policy === id)?.name ?? id,
    level: (id) => about.levels?.find((one) => one.level === id)?.name ?? level(id)?.name ?? id,
    section: (id) => section(id)?.name ?? id,
    takes: (id) => {
      const found = section(id);
      return policy && found ? saySection(policy, found, directory) : "";
    },
    band: (id, index) => {
      const found = section(id);
      return policy && found ? sayBand(policy, found, index, directory) : "";
    },
    verifies: (id) => sayChecks(level(id)?.checks ?? [], lists),
    asks: (id) => {
      const found = level(id);
      return found ? sayRule(found.approvers, directory) : "";
    },
    condition: (id) => {
      const when = level(id)?.when;
      return when && policy ? sayCondition(when, vocabularyIn(policy.documentType, directory)) : "";
    },
    ...lists,
    ...namesOfFields(directory.organisation.fields, lists.entry, (id) => directory.person(id)?.name ?? id),
    line: (number) => sayLine(number, about.document),
  };
}

function sayLine(number: number, document: AnyDocument | null | undefined): string {
  const what = document && "lines" in document ? document.lines[number - 1]?.description : undefined;
  return what ? `line ${number}, ${what}` : `line ${number}`;
}

function sayChecks(checks: readonly Check[], lists: ListNames): string {
  const said = checks.map((check) => {
    switch (check.kind) {
      case "totals":
        return "the totals add up";
      case "paper":
        return `“${lists.entry("papers", check.name)}” is attached`;
      case "fields":
        return "the fields are filled in";
    }
  });
  return joinWords(said, "and") || "nothing to verify";
}

/** The policies of versions by their ids, the newest name of each. */
export function policiesOf(versions: readonly PolicyVersion[]): { policy: string; name: string }[] {
  return [...new Map(versions.map(({ policy }) => [policy.id, policy.name]))].map(([policy, name]) => ({
    policy,
    name,
  }));
}

/** What documents of a type are called, one and many. */
export function nameOfType(key: string): { one: string; many: string } {
  return typeWords(key).name;
}
