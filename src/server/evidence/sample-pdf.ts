import type { Content } from "pdfmake/interfaces";
import { dayIn, timeIn } from "@/core/calendar";
import { documentType } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { countOf, sayDate } from "@/core/text";
import type { App } from "../app";
import { readState } from "../documents/state";
import { printed, ruledTable, signaturePlaces } from "../pdf";
import { readReferenceData } from "../reference-data";
import { conclusionOf, sheetHash, type Sample } from "./samples";

const MARKS = { good: "no exception", deviation: "deviates", "not applicable": "does not apply" } as const;
const percent = (rate: number) => `${Number((100 * rate).toFixed(2))} %`;

/** A test sheet to be printed and kept: how it was drawn, what was found at each document, what follows, and who signs. The hash of the sheet is on every page. */
export function samplePdf(app: App, sample: Sample): Promise<Buffer> {
  const { directory } = readReferenceData(app);
  const { plan, signed } = sample;
  const zone = directory.organisation.timeZone;
  const moment = (at: string) => `${sayDate(dayIn(at, zone))} ${timeIn(at, zone)}`;
  const name = (id: string) => directory.person(id)?.name ?? id;
  const conclusion = conclusionOf(sample);
  const facts: [string, string][] = [
    ["Drawn by", `${name(sample.madeBy)}, ${moment(sample.madeAt)}`],
    ["Period", `${sayDate(plan.from)} to ${sayDate(plan.until)}, documents decided`],
    ["Of which", plan.query ? decodeURIComponent(plan.query).replaceAll("&", ", ") : "all documents"],
    ["Population", `${countOf(plan.population.count, "document")}, SHA-256 ${plan.population.hash}`],
    [
      "Size",
      `${sample.items.length}, of which ${plan.allowed === 0 ? "none" : `no more than ${plan.allowed}`} may deviate`,
    ],
    ["Drawn", `${plan.method === "random" ? "at random" : "by value"} with the seed “${plan.seed}”`],
    [
      "Confidence",
      `${percent(plan.confidence)}, tolerable ${percent(plan.tolerable)}, expected ${percent(plan.expected)}`,
    ],
  ];
  return printed(`Test sheet ${sample.id}, ${sample.name}. SHA-256 of the sheet ${sheetHash(sample)}`, {
    info: { title: `Test sheet: ${sample.name}`, author: directory.organisation.name },
    content: [
      { text: directory.organisation.name, style: "soft" },
      { text: `Test sheet: ${sample.name}`, style: "title" },
      ruledTable(facts, [80, "*"], { size: 8 }),
      { text: "What is tested at each document", style: "section" },
      { ol: [...plan.attributes] },
      { text: "What was found", style: "section" },
      ruledTable(
        sample.items.map((item) => rowOf(app, sample, item.id)),
        [110, 70, ...plan.attributes.map(() => 44), "*"],
        { head: ["Document", "Amount", ...plan.attributes.map((_, index) => String(index + 1)), "Note"], size: 8 },
      ),
      { text: "Conclusion", style: "section" },
      { text: conclusion?.sentence ?? "Nothing is tested yet." },
      ...(signed
        ? [
            {
              text: `Signed by ${signed.name}, ${moment(signed.at)}: ${signed.sentence}`,
              bold: true,
              margin: [0, 8, 0, 0],
            } as Content,
          ]
        : [signaturePlaces(["Tested by: name, date, signature", "Reviewed by: name, date, signature"])]),
    ],
  });
}

function rowOf(app: App, { plan, findings }: Sample, id: string): string[] {
  const state = readState(app.db, id)!;
  const { title, gross } = documentType(state.document.documentType).headline(state.document);
  const finding = findings[id];
  return [
    `${state.number} ${title}`,
    formatMoney(gross),
    ...plan.attributes.map((one) => (finding?.marks[one] ? MARKS[finding.marks[one]] : "")),
    finding?.note ?? "",
  ];
}
