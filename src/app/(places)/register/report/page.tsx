import type { Metadata } from "next";
import Link from "next/link";
import { dayIn } from "@/core/calendar";
import { formatMoney } from "@/core/money";
import { sayDate } from "@/core/text";
import { periodOf } from "@/server/evidence/exceptions";
import type { ControlReport } from "@/server/evidence/report";
import { CHANGE_KINDS, type ControlChange } from "@/server/evidence/report-changes";
import { visitFor, singles, unlessBusy } from "@/server/http/page";
import { resultInThread } from "@/server/threads/in-thread";
import { PartsNav } from "@/ui/frame/parts-nav";
import { capital, sayNumber } from "@/ui/format";
import { SectionTitle, buttonClass } from "@/ui/primitives";
import { registerParts } from "@/ui/register/parts";
import { PeriodFields } from "@/ui/register/period-fields";
import { ReportCharts } from "@/ui/register/report-charts";
import { Table } from "@/ui/tables";
import { SearchForm } from "@/ui/search-form";

export const metadata: Metadata = { title: "Control report" };

export default async function ReportPage({
  searchParams,
}: {
  searchParams: Promise<{ from?: string; until?: string }>;
}) {
  const { app, person, now, zone } = await visitFor("report.read");
  const query = singles(await searchParams);
  const { from, until } = periodOf(query, { now, zone });
  const summed = await unlessBusy(resultInThread(app, "sum up a period", { from, until }, person));
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Register</h1>
      <PartsNav label="Parts of the register" parts={registerParts(true)} />
      <SearchForm className="no-print flex flex-wrap items-end gap-3 py-3">
        <PeriodFields from={from} until={until} />
        <button type="submit" className={buttonClass("outline", true)}>
          Show
        </button>
        <a href={`/api/report?from=${from}&until=${until}`} className={buttonClass("outline", true)} download>
          As PDF
        </a>
      </SearchForm>
      {"busy" in summed ? <p role="status">{summed.busy}.</p> : <Report report={summed.value} zone={zone} />}
    </div>
  );
}

function Report({ report, zone }: { report: ControlReport; zone: string }) {
  const { documents, inTime } = report;
  return (
    <>
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
            <li key={one.key} className="border-b border-rule/70 py-1.5">
              <details>
                <summary className="flex min-h-6 cursor-pointer gap-x-3">
                  <b className="w-16 text-right font-semibold tabular-nums">{sayNumber(one.count)}</b>
                  <span className="text-harbour underline underline-offset-2">{one.what}</span>
                </summary>
                <ul className="mt-1 mb-2 pl-19 text-sm">
                  {one.examples.slice(0, 5).map((each) => (
                    <li key={each.seq}>
                      <Link href={`/documents/${each.document}/record`}>{each.document.toUpperCase()}</Link>{" "}
                      <span className="text-soft">{each.words}</span>
                    </li>
                  ))}
                  <li>
                    <Link href={`/register/exceptions?${new URLSearchParams({ ...report.period, what: one.what })}`}>
                      {one.count === 1 ? "This one as a list" : `All ${sayNumber(one.count)} as a list`}
                    </Link>
                  </li>
                </ul>
              </details>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="bands" className="mt-6">
        <SectionTitle id="bands">By policy, section and band</SectionTitle>
        <Table
          labelledBy="bands"
          small
          least="44rem"
          heads={[
            { label: "Policy" },
            { label: "Section" },
            { label: "Band", right: true },
            { label: "Documents", right: true },
            { label: "Approved", right: true },
            { label: "Value", right: true },
          ]}
        >
          {report.bands.map((one) => (
            <tr key={`${one.policy} ${one.section} ${one.band}`}>
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
        </Table>
      </section>
      <section aria-labelledby="findings" className="mt-6">
        <SectionTitle id="findings">What the lookout raised, and what came of it</SectionTitle>
        {report.findings.length === 0 ? (
          <p className="text-soft">Nothing in this period.</p>
        ) : (
          <Table labelledBy="findings" small heads={FINDING_HEADS}>
            {report.findings.map(({ month, raised, explained, cases, rulesChanged }) => (
              <tr key={month}>
                <td>{month}</td>
                {[raised, explained, cases, rulesChanged].map((count, index) => (
                  <td key={index} className="text-right">
                    {sayNumber(count)}
                  </td>
                ))}
              </tr>
            ))}
          </Table>
        )}
      </section>
      {CHANGE_KINDS.map(([about, title]) => (
        <Changes key={about} title={title} zone={zone} changes={report.changes.filter((one) => one.about === about)} />
      ))}
      <section aria-labelledby="roles" className="mt-6">
        <SectionTitle id="roles">Who held which role</SectionTitle>
        <ul className="columns-1 gap-x-10 border-t border-rule md:columns-2">
          {report.roles.map((one) => (
            <li
              key={`${one.role} ${one.person} ${one.from}`}
              className="flex break-inside-avoid gap-4 border-b border-rule/70 py-1 text-sm"
            >
              <span className="w-28 shrink-0 text-soft">{capital(one.role)}</span>
              <span className="flex-1">{one.person}</span>
              <span className="text-soft">
                {sayDate(one.from)} {one.until ? `to ${sayDate(one.until)}` : "to this day"}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

const FINDING_HEADS = [
  { label: "Month" },
  { label: "Raised", right: true },
  { label: "Explained", right: true },
  { label: "Cases", right: true },
  { label: "Rules changed", right: true },
];

const SHOWN = 12;

/** Changes of one kind, oldest first; those beyond the first dozen are unfolded. */
function Changes({ title, changes, zone }: { title: string; changes: readonly ControlChange[]; zone: string }) {
  const id = title.toLowerCase().replaceAll(" ", "-");
  const list = (some: readonly ControlChange[]) => (
    <ul>
      {some.map((one, index) => (
        <li
          key={`${one.at} ${index}`}
          className="grid gap-x-4 border-b border-rule/70 py-1 text-sm md:grid-cols-[7rem_1fr_11rem]"
        >
          <span className="text-soft">{sayDate(dayIn(one.at, zone))}</span>
          <span>{one.what}</span>
          <span className="text-soft">{one.by}</span>
        </li>
      ))}
    </ul>
  );
  return (
    <section aria-labelledby={id} className="mt-6">
      <SectionTitle id={id}>
        {title}, {sayNumber(changes.length)}
      </SectionTitle>
      <div className="border-t border-rule">
        {changes.length === 0 && <p className="py-1 text-sm text-soft">None in this period.</p>}
        {list(changes.slice(0, SHOWN))}
        {changes.length > SHOWN && (
          <details>
            <summary className="min-h-9 cursor-pointer py-1.5 text-sm text-harbour">
              {sayNumber(changes.length - SHOWN)} more
            </summary>
            {list(changes.slice(SHOWN))}
          </details>
        )}
      </div>
    </section>
  );
}
