import type { Content } from "pdfmake/interfaces";
import { dayIn } from "@/core/calendar";
import { formatMoney } from "@/core/money";
import { canonical, sha256Hex } from "@/core/records";
import { sayDate } from "@/core/text";
import type { Directory } from "@/core/people";
import { printed, ruledTable } from "../pdf";
import type { ControlReport } from "./report";
import { CHANGE_KINDS } from "./report-changes";

/** The control report to be printed and kept, with the hash of its figures on every page. */
export function reportPdf(report: ControlReport, { organisation }: Directory): Promise<Buffer> {
  const period = `${sayDate(report.period.from)} to ${sayDate(report.period.until)}`;
  const { documents, inTime } = report;
  return printed(`Control report, ${period}. SHA-256 of its figures ${sha256Hex(canonical(report))}`, {
    info: { title: `Control report, ${period}`, author: organisation.name },
    content: [
      { text: organisation.name, style: "soft" },
      { text: "Control report", style: "title" },
      { text: period },
      { text: "Documents decided", style: "section" },
      {
        text: `${documents.decided}: ${documents.approved} approved, ${documents.declined} declined, ${documents.withdrawn} withdrawn. Of the levels with a time limit, ${inTime.inTime} decided in time and ${inTime.late} late.`,
      },
      { text: "By policy, section and band", style: "section" },
      table(
        ["Policy", "Section", "Band", "Documents", "Approved", "Value"],
        report.bands.map((one) => [
          one.policy,
          one.section,
          String(one.band + 1),
          String(one.documents),
          String(one.approved),
          formatMoney({ minor: one.minor, currency: one.currency }),
        ]),
        ["*", "*", 30, 55, 50, 90],
      ),
      { text: "Exceptions", style: "section" },
      table(
        ["What", "How often", "Where, for example"],
        report.exceptions.map((one) => [
          one.what,
          String(one.count),
          one.examples.map((each) => `${each.document.toUpperCase()} (${each.words})`).join("; "),
        ]),
        [140, 50, "*"],
      ),
      ...CHANGE_KINDS.flatMap(([about, title]): Content[] => [
        { text: title, style: "section" },
        table(
          ["When", "What", "By"],
          report.changes
            .filter((one) => one.about === about)
            .map((one) => [sayDate(dayIn(one.at, organisation.timeZone)), one.what, one.by]),
          [60, "*", 90],
        ),
      ]),
      { text: "Who held which role", style: "section" },
      table(
        ["Role", "Who", "From", "Until"],
        report.roles.map((one) => [one.role, one.person, sayDate(one.from), one.until ? sayDate(one.until) : ""]),
        [80, "*", 70, 70],
      ),
    ],
  });
}

function table(head: string[], rows: string[][], widths: (number | string)[]): Content {
  return ruledTable(rows, widths, { head, size: 8 });
}
