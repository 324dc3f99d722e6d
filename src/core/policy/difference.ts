import { sayCondition } from "../conditions";
import { typeWords } from "../documents";
import { formatAmount } from "../money";
import { sayRule, type Directory } from "../people";
import { joinWords } from "../text";
import { bandOf, cutOf } from "./bands";
import type { Place } from "./place";
import type { Level, Policy, Section } from "./schema";
import { sayScope } from "./scope";
import { vocabularyIn } from "./vocabulary";
import {
  sayAfterApproval,
  sayMessages,
  sayPartySigns,
  sayEdits,
  sayHold,
  sayLevelDetails,
  sayRepeated,
  saySelfApproval,
} from "./settings-words";
import { sayStoppedOrders } from "./stopped-orders";
import { sayBand, saySection } from "./words";

/** One thing that differs between two versions, in the words of each; null where it is not there at all. */
export type Difference = { place: Place; what: string; before: string | null; after: string | null };

/** Everything that differs between two versions of a policy, in words, in the order in which a policy is read. */
export function differencesOf(before: Policy, after: Policy, directory: Directory): Difference[] {
  const found: Difference[] = [];
  wholeFacts(before, directory).forEach(([what, old], index) => {
    const now = wholeFacts(after, directory)[index]![1];
    if (old !== now) found.push({ place: {}, what, before: old, after: now });
  });
  const order = (policy: Policy) => policy.sections.map((section) => section.name).join(", then ");
  const shared = (policy: Policy, other: Policy) =>
    policy.sections.filter(({ id }) => other.sections.some((one) => one.id === id)).map(({ id }) => id);
  if (shared(before, after).join() !== shared(after, before).join())
    found.push({ place: {}, what: "Order of the sections", before: order(before), after: order(after) });
  for (const old of before.sections) {
    if (!after.sections.some(({ id }) => id === old.id))
      found.push({ place: {}, what: `Section “${old.name}”`, before: sayWhole(before, old, directory), after: null });
  }
  for (const now of after.sections) {
    const old = before.sections.find(({ id }) => id === now.id);
    if (old) found.push(...sectionDifferences(before, old, after, now, directory));
    else {
      const place = { section: now.id };
      found.push({ place, what: `Section “${now.name}”`, before: null, after: sayWhole(after, now, directory) });
    }
  }
  return found;
}

function wholeFacts(policy: Policy, directory: Directory): [string, string | null][] {
  const name = (id: string) => directory.person(id)?.name ?? id;
  const { people = [], groups = [] } = policy.readers ?? {};
  const readers = [...people.map(name), ...groups.map((id) => directory.group(id)?.name ?? id)];
  const measure = typeWords(policy.documentType).measures.find((one) => one.key === policy.measure.kind);
  const holds = policy.holds.map((hold) => sayHold(policy, hold, directory));
  return [
    ["Name", policy.name],
    ["Owner", policy.owner ? name(policy.owner) : null],
    ["Applies to", sayScope(policy.scope, directory)],
    [
      "Measured on",
      `${measure?.label ?? policy.measure.kind}${policy.measure.days ? ` over ${policy.measure.days} days` : ""}, in ${policy.currency}`,
    ],
    ["Own documents", saySelfApproval(policy, directory)],
    ["The same person twice", sayRepeated(policy)],
    ["Edits", sayEdits(policy)],
    ["Holds", holds.length ? holds.join(". ") : null],
    ["After approval", sayAfterApproval(policy)],
    ["Messages", sayMessages(policy)],
    ["Read along", readers.length ? joinWords(readers, "and") : null],
    ["Stopped orders", sayStoppedOrders(policy, directory)],
    ["The other party’s form", sayPartySigns(policy)],
    ["Note to designers", policy.designNote ?? null],
  ];
}

function sayWhole(policy: Policy, section: Section, directory: Directory): string {
  const bands = section.bands.map((_, band) => sayBand(policy, section, band, directory));
  return [saySection(policy, section, directory), ...bands].join(" ");
}

function sectionDifferences(
  before: Policy,
  old: Section,
  after: Policy,
  now: Section,
  directory: Directory,
): Difference[] {
  const found: Difference[] = [];
  const place = { section: now.id };
  const differ = (what: string, was: string | null, is: string | null, where: Place = place) => {
    if (was !== is) found.push({ place: where, what, before: was, after: is });
  };
  differ(`Name of the section “${now.name}”`, old.name, now.name);
  differ(`${now.name}, which documents`, saySection(before, old, directory), saySection(after, now, directory));
  const thresholds = (policy: Policy, section: Section) =>
    section.thresholds.map(
      ({ amount, exact }) =>
        `${formatAmount({ minor: amount, currency: policy.currency })} (itself ${exact === "below" ? "below" : "above"})`,
    );
  differ(
    `${now.name}, thresholds`,
    joinWords(thresholds(before, old), "and"),
    joinWords(thresholds(after, now), "and"),
  );
  now.bands.forEach((_, band) => {
    // Against the band in which the lowest amount of this one used to lie.
    const was = bandOf(band === 0 ? 0 : cutOf(now.thresholds[band - 1]!), old.thresholds);
    const sentence = sayBand(after, now, band, directory);
    differ(`${now.name}, band ${band + 1}`, sayBand(before, old, was, directory), sentence, { ...place, band });
  });
  found.push(...levelDifferences(before, old, after, now, directory));
  differ(`${now.name}, note to designers`, old.designNote ?? null, now.designNote ?? null);
  return found;
}

function levelDifferences(
  before: Policy,
  old: Section,
  after: Policy,
  now: Section,
  directory: Directory,
): Difference[] {
  const say = (policy: Policy, level: Level) =>
    [
      `${level.name}: ${sayRule(level.approvers, directory)}`,
      ...(level.when ? [`only if ${sayCondition(level.when, vocabularyIn(policy.documentType, directory))}`] : []),
      ...sayLevelDetails(policy, level, directory),
      ...level.checklist.map((item) => `To tick off: ${item}`),
      ...(level.designNote ? [`Note to designers: ${level.designNote}`] : []),
    ].join(". ");
  const gone = old.levels.filter(({ id }) => !now.levels.some((one) => one.id === id));
  return [
    ...gone.map((level): Difference => ({
      place: { section: now.id },
      what: `${now.name}, level “${level.name}”`,
      before: say(before, level),
      after: null,
    })),
    ...now.levels.flatMap((level): Difference[] => {
      const was = old.levels.find(({ id }) => id === level.id);
      const sentences: [string | null, string] = [was ? say(before, was) : null, say(after, level)];
      const place = { section: now.id, level: level.id };
      const what = `${now.name}, level “${level.name}”`;
      return sentences[0] === sentences[1] ? [] : [{ place, what, before: sentences[0], after: sentences[1] }];
    }),
  ];
}
