import { typeWords } from "../documents";
import { formatAmount } from "../money";
import type { Directory } from "../people";
import { bandEdges, bandOf, cutOf, vocabularyIn, type Level, type Place, type Policy, type Section } from "../policy";
import { canonical } from "../records";
import { countOf, joinWords } from "../text";
import { sayCondition } from "./conditions";
import { sayBand, sayDoer, saySection } from "./policy-bands";
import { sayScope, sayStoppedOrders } from "./policy-parts";
import {
  sayAfterApproval,
  sayEdits,
  sayHold,
  sayLevelDetails,
  sayMessages,
  sayPartySigns,
  sayRepeated,
  saySelfApproval,
} from "./policy-settings";

/** One thing that differs between two versions, in the words of each; null where it is not there at all. */
export type PolicyDifference = { place: Place; what: string; before: string | null; after: string | null };

/** A part of a policy: what it is called, the data by which two versions of it are told apart, and its words. */
type Part = { what: string; place?: Place; data: unknown; say: () => string | null };

/** Everything that differs between two versions of a policy, in words, in the order in which a policy is read. Told apart by data, never by how it is said. */
export function policyDifferences(before: Policy, after: Policy, directory: Directory): PolicyDifference[] {
  const found = differing(partsOf(before, directory), partsOf(after, directory));
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
    if (old) found.push(...sectionDifferences({ before, old, after, now, directory }));
    else {
      const place = { section: now.id };
      found.push({ place, what: `Section “${now.name}”`, before: null, after: sayWhole(after, now, directory) });
    }
  }
  return found;
}

/** What differs between the same parts of two versions. */
function differing(before: readonly Part[], after: readonly Part[]): PolicyDifference[] {
  return after.flatMap((now, index) => {
    const old = before[index]!;
    if (canonical(old.data ?? null) === canonical(now.data ?? null)) return [];
    return [{ place: now.place ?? {}, what: now.what, before: old.say(), after: now.say() }];
  });
}

function partsOf(policy: Policy, directory: Directory): Part[] {
  const name = (id: string) => directory.person(id)?.name ?? id;
  const { people = [], groups = [] } = policy.readers ?? {};
  const readers = [...people.map(name), ...groups.map((id) => directory.group(id)?.name ?? id)];
  const measure = typeWords(policy.documentType).measures.find((one) => one.key === policy.measure.kind);
  const part = (what: string, data: unknown, say: () => string | null): Part => ({ what, data, say });
  const { currency, owner, designNote } = policy;
  return [
    part("Name", policy.name, () => policy.name),
    part("Owner", owner, () => (owner ? name(owner) : null)),
    part("Applies to", policy.scope, () => sayScope(policy.scope, directory)),
    part("Measured on", [policy.measure, currency], () => {
      const over = policy.measure.days ? ` over ${countOf(policy.measure.days, "day")}` : "";
      return `${measure?.label ?? policy.measure.kind}${over}, in ${currency}`;
    }),
    part("Own documents", policy.selfApproval, () => saySelfApproval(policy, directory)),
    part("The same person twice", policy.repeatedApprover, () => sayRepeated(policy)),
    part("Edits", [policy.edits, currency], () => sayEdits(policy, directory)),
    part("Holds", policy.holds, () => policy.holds.map((hold) => sayHold(policy, hold, directory)).join(". ") || null),
    part("After approval", policy.afterApproval, () => sayAfterApproval(policy)),
    part("Messages", [policy.messages, policy.onSubmit ?? null, policy.tellsFindings ?? null], () =>
      sayMessages(policy),
    ),
    part("Read-only access", [people, groups], () => joinWords(readers, "and") || null),
    part("Stopped orders", policy.stoppedOrders, () => sayStoppedOrders(policy, directory)),
    part("The other party’s form", policy.partySigns, () => sayPartySigns(policy)),
    part("Note to designers", designNote, () => designNote ?? null),
  ];
}

function sayWhole(policy: Policy, section: Section, directory: Directory): string {
  const bands = section.bands.map((_, band) => sayBand(policy, section, band, directory));
  return [saySection(policy, section, directory), ...bands].join(" ");
}

/** A section in both versions of its policy. */
type Both = { before: Policy; old: Section; after: Policy; now: Section; directory: Directory };

function sectionDifferences(both: Both): PolicyDifference[] {
  const { before, old, after, now, directory } = both;
  const place = { section: now.id };
  const parts = (policy: Policy, section: Section): Part[] => [
    { place, what: `Name of the section “${now.name}”`, data: section.name, say: () => section.name },
    {
      place,
      what: `${now.name}, which documents`,
      data: section.when === "otherwise" ? [section.when, policy.sections.length === 1] : section.when,
      say: () => saySection(policy, section, directory),
    },
    {
      place,
      what: `${now.name}, thresholds`,
      data: [section.thresholds, policy.currency],
      say: () => joinWords(sayThresholds(policy, section), "and"),
    },
  ];
  const note = ({ designNote }: Section): Part[] => [
    { place, what: `${now.name}, note to designers`, data: designNote, say: () => designNote ?? null },
  ];
  return [
    ...differing(parts(before, old), parts(after, now)),
    ...bandDifferences(both),
    ...levelDifferences(both),
    ...differing(note(old), note(now)),
  ];
}

function sayThresholds({ currency }: Policy, { thresholds }: Section): string[] {
  return thresholds.map(
    ({ amount, exact }) =>
      `${formatAmount({ minor: amount, currency })} (itself ${exact === "below" ? "below" : "above"})`,
  );
}

function bandDifferences({ before, old, after, now, directory }: Both): PolicyDifference[] {
  const part = (policy: Policy, section: Section, index: number, band: number): Part => ({
    what: `${now.name}, band ${band + 1}`,
    place: { section: now.id, band },
    data: [bandEdges(section, index), section.bands[index], policy.currency, partOfBand(section, index)],
    say: () => sayBand(policy, section, index, directory),
  });
  return now.bands.flatMap((_, band) => {
    // Against the band in which the lowest amount of this one used to lie.
    const was = bandOf(band === 0 ? 0 : cutOf(now.thresholds[band - 1]!), old.thresholds);
    return differing([part(before, old, was, band)], [part(after, now, band, band)]);
  });
}

/** What levels do in a band, without what is said of the levels by themselves. */
function partOfBand({ levels }: Section, band: number): unknown[] {
  return levels
    .filter((level) => level.marks[band] !== "none")
    .map((level) => [
      level.marks[band],
      level.stage,
      level.kind,
      ...(level.kind === "task" ? [level.name, level.checklist.length] : []),
      level.approvers,
      level.quorum,
      level.when ?? null,
      level.checks ?? null,
      level.timeLimit ?? null,
      level.timeLimit ? [level.overdue, level.overduePerson ?? null] : null,
      level.signature,
    ]);
}

function levelDifferences({ before, old, after, now, directory }: Both): PolicyDifference[] {
  const found = (level: Level, was: Level | null, is: Level | null): PolicyDifference => ({
    place: { section: now.id, ...(is && { level: level.id }) },
    what: `${now.name}, level “${level.name}”`,
    before: was && sayLevelWhole(before, was, directory),
    after: is && sayLevelWhole(after, is, directory),
  });
  // In which bands it has a part, and in which order it comes, is said of the bands.
  const data = ({ marks: _marks, stage: _stage, ...level }: Level) => canonical(level);
  const gone = old.levels.filter(({ id }) => !now.levels.some((one) => one.id === id));
  return [
    ...gone.map((level) => found(level, level, null)),
    ...now.levels.flatMap((level) => {
      const was = old.levels.find(({ id }) => id === level.id);
      return was && data(was) === data(level) ? [] : [found(level, was ?? null, level)];
    }),
  ];
}

function sayLevelWhole(policy: Policy, level: Level, directory: Directory): string {
  return [
    `${level.name}: ${sayDoer(policy, level, directory)}${level.kind === "notice" ? ", who is notified" : ""}`,
    ...(level.when ? [`only if ${sayCondition(level.when, vocabularyIn(policy.documentType, directory))}`] : []),
    ...sayLevelDetails(policy, level, directory),
    ...level.checklist.map((item) => `To tick off: ${item}`),
    ...(level.designNote ? [`Note to designers: ${level.designNote}`] : []),
  ].join(". ");
}
