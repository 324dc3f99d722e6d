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
        text: `${figure(documents.decided)}: ${figure(documents.approved)} approved, ${figure(documents.declined)} declined, ${figure(documents.withdrawn)} withdrawn. Of the levels with a time limit, ${figure(inTime.inTime)} decided in time and ${figure(inTime.late)} late.`,
      },
      { text: "By policy, section and band", style: "section" },
      table(
        ["Policy", "Section", "Band", "Documents", "Approved", "Value"],
        report.bands.map((one) => [
          one.policy,
          one.section,
          String(one.band + 1),
          figure(one.documents),
          figure(one.approved),
          formatMoney({ minor: one.minor, currency: one.currency }),
        ]),
        ["*", "*", 30, 55, 50, 90],
        [3, 4, 5],
      ),
      { text: "Exceptions", style: "section" },
      table(
        ["What", "How often", "Where, for example"],
        report.exceptions.map((one) => [
          one.what,
          figure(one.count),
          one.examples.map((each) => `${each.document.toUpperCase()} (${each.words})`).join("; "),
        ]),
        [140, 50, "*"],
      ),
      { text: "What the lookout raised, and what came of it", style: "section" },
      table(
        ["Month", "Raised", "Explained", "Cases", "Rules changed"],
        report.findings.map((one) => [
          one.month,
          figure(one.raised),
          figure(one.explained),
          figure(one.cases),
          figure(one.rulesChanged),
        ]),
        ["*", 60, 60, 60, 80],
        [1, 2, 3, 4],
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

/** A count as it is said everywhere. */
const figure = (count: number) => count.toLocaleString("en-GB");

function table(head: string[], rows: string[][], widths: (number | string)[], right: number[] = []): Content {
  return ruledTable(rows, widths, { head, size: 8, right });
}
