import type { Content } from "pdfmake/interfaces";
import { typeWords } from "@/core/documents";
import type { Directory } from "@/core/people";
import { contentHash, versionState, type Policy, type PolicyVersion, type Section } from "@/core/policy";
import { dayIn } from "@/core/calendar";
import { sayDate } from "@/core/text";
import { RULE, printed, signaturePlaces } from "../pdf";
import {
  sayScope,
  sayRange,
  sayLevelDetails,
  sayWho,
  saySection,
  sayChain,
  saySelfApproval,
  sayRepeated,
  sayEdits,
  sayHold,
  sayAfterApproval,
  sayMessages,
  sayReaders,
} from "@/core/words";

/**
 * The authority matrix of a version to be printed and signed: for each section who approves what, in words; version, dates and content hash; room for signatures.
 * @param saved null for a draft, which says so on every page
 */
export async function matrixPdf(
  policy: Policy,
  saved: PolicyVersion | null,
  all: readonly PolicyVersion[],
  directory: Directory,
  at: string,
): Promise<Buffer> {
  const zone = directory.organisation.timeZone;
  const day = (moment: string) => sayDate(dayIn(moment, zone));
  const state = saved ? versionState(saved, all, at) : "Draft";
  const label = saved ? `Version ${saved.version}, ${state.toLowerCase()}` : "Draft, not to be signed";
  const hash = saved?.hash ?? contentHash(policy);
  return printed(`${policy.name}. ${label}. SHA-256 ${hash}`, {
    info: { title: `${policy.name}: authority matrix`, author: directory.organisation.name },
    content: [
      { text: directory.organisation.name, style: "soft" },
      { text: `${policy.name}: authority matrix`, style: "title" },
      particulars(policy, saved, label, hash, directory, day),
      ...policy.sections.flatMap((section) => sectionContent(policy, section, directory)),
      { text: "Beside the bands", style: "section" },
      {
        ul: besides(policy, directory).map((text) => ({
          text,
          margin: [0, 1, 0, 1] as [number, number, number, number],
        })),
      },
      signatures(),
    ],
  });
}

function particulars(
  policy: Policy,
  saved: PolicyVersion | null,
  label: string,
  hash: string,
  directory: Directory,
  day: (moment: string) => string,
): Content {
  const name = (id: string | null | undefined) => (id ? (directory.person(id)?.name ?? id) : "nobody");
  const words = typeWords(policy.documentType);
  const measure = words.measures.find(({ key }) => key === policy.measure.kind)?.label ?? policy.measure.kind;
  const rows: [string, string][] = [
    ["Applies to", `${words.name.many} of ${sayScope(policy.scope, directory)}`],
    ["Measured on", `the ${measure}, in ${policy.currency}`],
    ["Owner", name(policy.owner)],
    ["Version", label],
    ...(saved
      ? ([
          ["Written by", `${(saved.authors ?? [saved.savedBy]).map(name).join(", ")}, saved ${day(saved.savedAt)}`],
          [
            "Reviewed by",
            saved.review ? `${name(saved.review.by)}, ${saved.review.outcome} ${day(saved.review.at)}` : "nobody yet",
          ],
          ["In force from", saved.inForceFrom ? day(saved.inForceFrom) : "not yet"],
          ...(saved.inForceUntil ? [["In force until", `before ${day(saved.inForceUntil)}`]] : []),
          ...(saved.note ? [["Why", saved.note]] : []),
        ] as [string, string][])
      : []),
    ["Content hash", hash],
  ];
  return {
    margin: [0, 8, 0, 4],
    layout: lines,
    table: {
      widths: [86, "*"],
      body: rows.map(([key, value]) => [{ text: key, style: "soft" }, { text: value }]),
    },
  };
}

/** Hairlines between rows and nothing else. */
const lines = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingLeft: () => 0,
  paddingRight: () => 6,
  paddingTop: () => 2.5,
  paddingBottom: () => 2,
};

function sectionContent(policy: Policy, section: Section, directory: Directory): Content[] {
  const mark = { approves: "approves", told: "told", none: "" };
  const ranges = section.bands.map((_, band) => sayRange(section, band, policy.currency));
  const wide = section.bands.length > 6;
  const body: Content[][] = [
    [{ text: "Level", bold: true }, ...ranges.map((text) => ({ text, bold: true, fontSize: wide ? 6 : 7.5 }))],
    ...section.levels.map((level): Content[] => {
      const details = sayLevelDetails(policy, level, directory);
      return [
        {
          stack: [
            { text: `${level.stage}. ${level.name}`, bold: true },
            { text: sayWho(level, directory), style: "soft", fontSize: 7.5 },
            ...details.map((text) => ({ text, style: "soft", fontSize: 7 })),
          ],
        },
        ...section.bands.map((_, band) => ({ text: mark[level.marks[band]!], fontSize: 8 })),
      ];
    }),
  ];
  return [
    { text: section.name, style: "section" },
    { text: saySection(policy, section, directory), style: "soft", margin: [0, 0, 0, 4] },
    {
      layout: lines,
      table: { headerRows: 1, dontBreakRows: true, widths: [140, ...ranges.map(() => "*" as const)], body },
    },
    {
      margin: [0, 6, 0, 0],
      ol: section.bands.map((_, band) => ({
        font: "Literata",
        text: [{ text: `${ranges[band]}: `, bold: true }, `${sayChain(policy, section, band, directory)}.`],
        margin: [0, 1, 0, 1] as [number, number, number, number],
      })),
    },
  ];
}

/** What holds for the whole policy, a sentence each. */
function besides(policy: Policy, directory: Directory): string[] {
  return [
    saySelfApproval(policy, directory),
    sayRepeated(policy),
    sayEdits(policy, directory),
    ...policy.holds.map((hold) => sayHold(policy, hold, directory)),
    sayAfterApproval(policy),
    sayMessages(policy),
    sayReaders(policy, directory),
  ]
    .filter((text) => text !== null)
    .map((text) => `${text}.`);
}

function signatures(): Content {
  const places = signaturePlaces(["Name, date, signature", "Name, date, signature"]);
  return { unbreakable: true, margin: [0, 10, 0, 0], stack: [places, places] };
}
