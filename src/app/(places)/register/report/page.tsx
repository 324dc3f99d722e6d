import type { Metadata } from "next";
import Link from "next/link";
import { formatMoney } from "@/core/money";
import { controlReport } from "@/server/evidence/report";
import { visitFor } from "@/server/http/page";
import { PartsNav } from "@/ui/frame/parts-nav";
import { capital, sayNumber } from "@/ui/format";
import { SectionTitle, buttonClass } from "@/ui/primitives";
import { registerParts } from "@/ui/register/parts";
import { ReportCharts } from "@/ui/register/report-charts";

export const metadata: Metadata = { title: "Control report" };

const isDay = (text: string | undefined): text is string => /^\d{4}-\d\d-\d\d$/.test(text ?? "");

export default async function Report({ searchParams }: { searchParams: Promise<{ from?: string; until?: string }> }) {
  const { app, now } = await visitFor("report.read");
  const query = await searchParams;
  const until = isDay(query.until) ? query.until : now.slice(0, 10);
  const from = isDay(query.from) ? query.from : `${Number(now.slice(0, 4)) - 1}${now.slice(4, 10)}`;
  const report = controlReport(app, { from, until });
  const { documents, inTime } = report;
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Register</h1>
      <PartsNav label="Parts of the register" parts={registerParts(true)} />
      <form className="no-print flex flex-wrap items-end gap-3 py-3">
        <label>
          <span className="block text-sm text-soft">From</span>
          <input type="date" name="from" defaultValue={from} className="field w-40" />
        </label>
        <label>
          <span className="block text-sm text-soft">until</span>
          <input type="date" name="until" defaultValue={until} className="field w-40" />
        </label>
        <button type="submit" className={buttonClass("outline", true)}>
          Show
        </button>
        <a href={`/api/report?from=${from}&until=${until}`} className={buttonClass("outline", true)} download>
          As PDF
        </a>
      </form>
      <p className="serif text-lg">
        {sayNumber(documents.decided)} documents were decided: {sayNumber(documents.approved)} approved,{" "}
        {sayNumber(documents.declined)} declined, {sayNumber(documents.withdrawn)} withdrawn.{" "}
        {inTime.inTime + inTime.late > 0
          ? `Of the levels with a time limit ${sayNumber(inTime.inTime)} were decided in time and ${sayNumber(inTime.late)} late.`
          : "No level that was decided had a time limit."}
      </p>
      <ReportCharts months={report.months} exceptions={report.exceptions.map(({ what, count }) => ({ what, count }))} />
      <section aria-labelledby="exceptions" className="mt-6">
        <SectionTitle id="exceptions">Exceptions</SectionTitle>
        {report.exceptions.length === 0 && <p className="text-soft">None in this period.</p>}
        <ul className="border-t border-rule">
          {report.exceptions.map((one) => (
            <li key={one.what} className="grid gap-x-4 border-b border-rule/70 py-1.5 md:grid-cols-[4rem_20rem_1fr]">
              <b className="text-right font-semibold tabular-nums md:pr-3">{sayNumber(one.count)}</b>
              <span>{one.what}</span>
              <span className="text-sm text-soft">
                {one.examples.slice(0, 5).map((each, index) => (
                  <span key={`${each.document}-${index}`}>
                    {index > 0 && "; "}
                    <Link href={`/documents/${each.document}/record`}>{each.document.toUpperCase()}</Link> {each.words}
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="bands" className="mt-6">
        <SectionTitle id="bands">By policy, section and band</SectionTitle>
        <div className="relative overflow-x-auto" role="region" tabIndex={0} aria-labelledby="bands">
          <table className="w-full min-w-[44rem] border-collapse text-sm">
            <thead>
              <tr className="border-b border-ink/40 text-left text-soft [&_th]:py-1.5 [&_th]:pr-4 [&_th]:font-normal">
                <th scope="col">Policy</th>
                <th scope="col">Section</th>
                <th scope="col" className="text-right">
                  Band
                </th>
                <th scope="col" className="text-right">
                  Documents
                </th>
                <th scope="col" className="text-right">
                  Approved
                </th>
                <th scope="col" className="text-right">
                  Value
                </th>
              </tr>
            </thead>
            <tbody>
              {report.bands.map((one) => (
                <tr
                  key={`${one.policy} ${one.section} ${one.band}`}
                  className="border-b border-rule/70 [&_td]:py-1 [&_td]:pr-4"
                >
                  <td>{one.policy}</td>
                  <td>{one.section}</td>
                  <td className="text-right">{one.band + 1}</td>
                  <td className="text-right">{sayNumber(one.documents)}</td>
                  <td className="text-right">{sayNumber(one.approved)}</td>
                  <td className="text-right font-medium whitespace-nowrap">
                    {formatMoney({ minor: one.minor, currency: one.currency })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <div className="mt-6 grid gap-x-10 gap-y-6 md:grid-cols-2">
        <section aria-labelledby="changes">
          <SectionTitle id="changes">Changes of policies, people, limits and rules</SectionTitle>
          <ul>
            {report.changes.map((one) => (
              <li key={one.what} className="flex justify-between border-b border-rule/70 py-1 text-sm">
                <Link href={`/logbook?type=${encodeURIComponent(one.what)}&from=${from}&until=${until}`}>
                  {capital(one.what)}
                </Link>
                <span className="tabular-nums">{sayNumber(one.count)}</span>
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="roles">
          <SectionTitle id="roles">Who holds which role now</SectionTitle>
          <dl className="grid grid-cols-[8rem_1fr] gap-y-1 text-sm">
            {report.roles.map((one) => (
              <div key={one.role} className="contents">
                <dt className="text-soft">{capital(one.role)}</dt>
                <dd>{one.people.join(", ") || "nobody"}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
    </div>
  );
}
