import { typeWords } from "@/core/documents";
import type { Threshold } from "@/core/policy";
import { canonical, sha256Hex } from "@/core/records";
import { sayPlainly, type Cell } from "@/core/tables";
import { capital, countOf, joinWords, sayDate } from "@/core/text";
import { formatAmount } from "@/core/money";
import type { App } from "../app";
import { printed, ruledTable } from "../pdf";
import { readReferenceData } from "../reference-data";
import type { Rehearsed } from "./run";
import { rehearsalTables, sentenceOf, type RehearsalPart } from "./tables";

/** So many rows stand on paper, that it stays two pages; the files have all of them. */
const MOST: Readonly<Partial<Record<RehearsalPart, number>>> = {
  bands: 8,
  hours: 8,
  units: 4,
  requesters: 4,
  documents: 10,
};

/** A rehearsal on two pages: what it would mean and its figures; who carries what, and the largest documents that go another way. */
export function rehearsalPdf(app: App, rehearsed: Rehearsed): Promise<Buffer> {
  const { request, policy, answer } = rehearsed;
  const { organisation } = readReferenceData(app).directory;
  const tables = new Map(rehearsalTables(app, rehearsed).map((one) => [one.key, one.rows]));
  const part = (key: RehearsalPart, widths: (number | string)[], right: number[]) => {
    const [head = [], ...all] = (tables.get(key) ?? []).map((row) => row.map(said));
    const rows = key === "bands" ? all.filter(differs) : all;
    const shown = rows.slice(0, MOST[key]);
    const left = rows.length - shown.length;
    return [
      ruledTable(shown, widths, { head, size: 8, right }),
      ...(left > 0 ? [{ text: `and ${countOf(left, "row")} more`, style: "soft" }] : []),
    ];
  };
  const { many } = typeWords(policy.documentType).name;
  const title = `${policy.name}: ${request.after.name} against ${request.before.name}`;
  const of = `${capital(many)} of ${sayDate(request.from)} to ${sayDate(request.until)}, ${request.asToday ? "with the people of today" : "with the people of their time"}, at ${countOf(request.minutes, "minute")} a decision`;
  return printed(`Rehearsal, ${title}. SHA-256 of its figures ${sha256Hex(canonical([...tables.values()]))}`, {
    info: { title: `Rehearsal, ${title}`, author: organisation.name },
    content: [
      { text: organisation.name, style: "soft" },
      { text: policy.name, style: "title" },
      { text: `${request.after.name} against ${request.before.name}`, fontSize: 12 },
      { text: of, style: "soft" },
      { text: sentenceOf(rehearsed), fontSize: 12, margin: [0, 8, 0, 4] },
      { text: "Thresholds", style: "section" },
      ruledTable(thresholdRows(rehearsed), ["*", "*", "*"], {
        head: ["Section", request.before.name, request.after.name],
        size: 8,
      }),
      { text: "Figures", style: "section" },
      ...part("figures", ["*", 90, 90], [1, 2]),
      { text: "Bands that differ", style: "section" },
      ...part("bands", ["*", "*", 26, 45, 55, 45, 45, 55, 45], [2, 3, 4, 5, 6, 7, 8]),
      { text: "Hours a month", style: "section", pageBreak: "before" },
      ...part("hours", ["*", 90, 90, 90], [1, 2, 3]),
      { text: "Units", style: "section" },
      ...part("units", ["*", 60, 90, 80, 80], [1, 2, 3, 4]),
      { text: "Requesters", style: "section" },
      ...part("requesters", ["*", 60, 90, 80, 80], [1, 2, 3, 4]),
      {
        text: `${countOf(answer.differing, typeWords(policy.documentType).name.one, many)} go another way`,
        style: "section",
      },
      ...part("documents", [60, "*", 80, "*"], [2]),
    ],
  });
}

/** Whether the two halves of the row of a band say different things. */
const differs = (row: readonly string[]) => row.slice(3, 6).join() !== row.slice(6).join();

/** A cell as people read it: numbers in groups of three. */
function said(cell: Cell): string {
  if (typeof cell === "number") return cell.toLocaleString("en-GB");
  if (typeof cell !== "object" || !("plain" in cell)) return sayPlainly(cell);
  return cell.plain.replace(/^-?\d+/, (whole) => whole.replace(/\B(?=(\d{3})+$)/g, ","));
}

function thresholdRows({ request: { before, after }, policy }: Rehearsed): string[][] {
  const names = [...new Set([after, before].flatMap((one) => one.policy?.sections.map(({ name }) => name) ?? []))];
  const say = (thresholds: readonly Threshold[]) =>
    thresholds.length > 0
      ? joinWords(
          thresholds.map(({ amount }) => formatAmount({ minor: amount, currency: policy.currency })),
          "and",
        )
      : "none";
  return names.map((name) => [
    name,
    ...[before, after].map((one) => {
      const section = one.policy?.sections.find((each) => each.name === name);
      return section ? say(section.thresholds) : "no such section";
    }),
  ]);
}
