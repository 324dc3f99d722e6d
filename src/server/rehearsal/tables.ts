import { typeWords } from "@/core/documents";
import { plainAmount } from "@/core/money";
import { hoursFor, effectOf, heldIn, sharesSeen, type Figures, type Tally } from "@/core/rehearsal";
import type { Cell } from "@/core/tables";
import { capital } from "@/core/text";
import { rehearsalNames, sayAskedOtherwise, sayRehearsed, sayShareExactly } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import type { Rehearsed } from "./run";

/** A table of a rehearsal: what it is called, its heading, and its rows. */
export type RehearsalTable = { key: RehearsalPart; name: string; rows: Cell[][] };

export const REHEARSAL_PARTS = ["figures", "bands", "hours", "units", "requesters", "documents"] as const;
export type RehearsalPart = (typeof REHEARSAL_PARTS)[number];

/** The sentence that stands first. */
export function sentenceOf({ answer, scale, policy }: Rehearsed): string {
  return sayRehearsed(effectOf(answer, scale), typeWords(policy.documentType).name);
}

/** Everything that the page of a rehearsal shows, as tables. */
export function rehearsalTables(app: App, rehearsed: Rehearsed): RehearsalTable[] {
  const { directory } = readReferenceData(app);
  const { before, after } = rehearsed.request;
  const person = (id: string) => directory.person(id)?.name ?? id;
  const unit = (id: string) => directory.unit(id)?.name ?? id;
  const heads = [before.name, after.name];
  return [
    { key: "figures", name: "Figures", rows: [["Figure", ...heads], ...figureRows(rehearsed)] },
    {
      key: "bands",
      name: "Bands",
      rows: [
        ["Policy", "Section", "Band", ...both(heads, ["documents", "value", "approvals"])],
        ...bandRows(rehearsed),
      ],
    },
    {
      key: "hours",
      name: "Hours a month",
      rows: [["Who", ...heads, "Hours that each has"], ...hourRows(rehearsed, person)],
    },
    { key: "units", name: "Units", rows: gainRows(rehearsed, "byUnit", unit) },
    { key: "requesters", name: "Requesters", rows: gainRows(rehearsed, "byRequester", person) },
    { key: "documents", name: "Documents that differ", rows: documentRows(rehearsed, person) },
  ];
}

const both = (heads: readonly string[], what: readonly string[]) =>
  heads.flatMap((head) => what.map((one) => `${head}: ${one}`));
const tenth = (value: number): Cell => ({ plain: value.toFixed(1) });

function figureRows({ answer: { before, after, untold, documents }, scale, policy }: Rehearsed): Cell[][] {
  const [was, is] = [sharesSeen(before), sharesSeen(after)];
  const { many } = typeWords(policy.documentType).name;
  return [
    [`${capital(many)} that come under the policy`, documents, documents],
    ["Approvals a year", ...[before, after].map(({ all }) => Math.round(all.approvals * scale.year))],
    ["Hours a year", ...[before, after].map(({ all }) => Math.round((all.minutes * scale.year) / 60))],
    ["Value that nobody approves", sayShareExactly(was.nobody), sayShareExactly(is.nobody)],
    ["Value that two levels or more approve", sayShareExactly(was.severalLevels), sayShareExactly(is.severalLevels)],
    [`${capital(many)} that would be held`, heldIn(before), heldIn(after)],
    [`${capital(many)} of which too little is known`, untold.documents, untold.documents],
  ];
}

function bandRows({ request, answer, policy, others }: Rehearsed): Cell[][] {
  const { currency } = policy;
  const known = [request.after.policy, request.before.policy, ...others.map((one) => one.policy)].filter(
    (one) => one !== null,
  );
  const keys = new Map<string, { policy: string; section: string; band: number }>();
  const keyOf = (one: { policy: string; section: string; band: number }) =>
    JSON.stringify([one.policy, one.section, one.band]);
  for (const { byBand } of [answer.before, answer.after]) for (const one of byBand) keys.set(keyOf(one), one);
  return [...keys.entries()]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([key, { policy: id, section, band }]) => {
      const of = ({ byBand }: Figures) => byBand.find((one) => keyOf(one) === key);
      const named = known.find((one) => one.id === id && one.sections.some((one) => one.id === section));
      return [
        named?.name ?? id,
        named?.sections.find((one) => one.id === section)?.name ?? section,
        band + 1,
        ...[answer.before, answer.after].flatMap((figures): Cell[] => {
          const found = of(figures);
          return [
            found?.documents ?? 0,
            { plain: plainAmount({ minor: found?.value ?? 0, currency }) },
            tenth(found?.approvals ?? 0),
          ];
        }),
      ];
    });
}

function hourRows({ answer: { before, after }, scale, request }: Rehearsed, name: (id: string) => string): Cell[][] {
  const hours = ({ byPerson }: Figures, id: string) => ((byPerson.get(id)?.minutes ?? 0) / 60) * scale.month;
  return [...new Set([...before.byPerson.keys(), ...after.byPerson.keys()])]
    .map((id) => ({ id, was: hours(before, id), is: hours(after, id) }))
    .sort((a, b) => b.is - a.is || b.was - a.was || a.id.localeCompare(b.id))
    .map(({ id, was, is }) => [
      name(id),
      tenth(was),
      tenth(is),
      hoursFor({ usual: request.capacity, byPerson: request.hoursOf ?? {} }, id),
    ]);
}

function gainRows(
  { answer, request, policy }: Rehearsed,
  by: "byUnit" | "byRequester",
  name: (id: string) => string,
): Cell[][] {
  const [was, is] = [answer.before[by], answer.after[by]];
  const { currency } = policy;
  const nothing: Tally = { documents: 0, value: 0, approvals: 0, minutes: 0 };
  const rows = [...new Set([...was.keys(), ...is.keys()])]
    .map((id) => ({ id, before: was.get(id) ?? nothing, after: is.get(id) ?? nothing }))
    .sort(
      (a, b) =>
        Math.abs(b.after.approvals - b.before.approvals) - Math.abs(a.after.approvals - a.before.approvals) ||
        a.id.localeCompare(b.id),
    )
    .map(({ id, before, after }): Cell[] => [
      name(id) || "not known",
      Math.max(before.documents, after.documents),
      { plain: plainAmount({ minor: Math.max(before.value, after.value), currency }) },
      tenth(before.approvals),
      tenth(after.approvals),
    ]);
  const what = by === "byUnit" ? "Unit" : "Requester";
  return [
    [what, "Documents", `Value, ${currency}`, ...both([request.before.name, request.after.name], ["approvals"])],
    ...rows,
  ];
}

function documentRows(
  { answer, labels, policy, request, others }: Rehearsed,
  person: (id: string) => string,
): Cell[][] {
  const own = [request.after.policy, request.before.policy].filter((one) => one !== null);
  const names = rehearsalNames([...own, ...others.map((one) => one.policy)], person);
  return [
    ["Number", "What", `Amount, ${policy.currency}`, "Instead"],
    ...answer.differs.map(({ index, minor, difference }): Cell[] => [
      labels[index]?.number ?? "",
      labels[index]?.title ?? "",
      minor === null ? "not known" : { plain: plainAmount({ minor, currency: policy.currency }) },
      sayAskedOtherwise(difference, names).join("; "),
    ]),
  ];
}
