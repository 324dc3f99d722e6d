import type { Metadata } from "next";
import Link from "next/link";
import { typeWords } from "@/core/documents";
import { formatAmount } from "@/core/money";
import { capital, countOf, sayDate } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { singles, visitFor } from "@/server/http/page";
import { alongsideRuns } from "@/server/policies/alongside";
import { policyNames } from "@/server/policies/drafts";
import { alongsideView, type AlongsideView } from "@/server/rehearsal/alongside";
import { Empty } from "@/ui/primitives";
import { StopAlongside } from "@/ui/rehearsal/stop-alongside";
import { Table } from "@/ui/tables";

export const metadata: Metadata = { title: "Running alongside" };

type Props = { searchParams: Promise<Record<string, string | undefined>> };
type Visit = Awaited<ReturnType<typeof visitFor>>;

/** So many documents are listed, the latest. */
const LISTED = 200;

/** Versions that run silently beside what is in force, and what one of them would have done otherwise. */
export default async function AlongsidePage({ searchParams }: Props) {
  const visit = await visitFor("policies.read");
  const { policy, version } = singles(await searchParams);
  const view = policy ? alongsideView(visit.app, visit.person, policy, Number(version)) : null;
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-4 md:px-6">
      <p>
        <Link href="/rehearsal">Rehearsal</Link>
        {view && (
          <>
            {" · "}
            <Link href="/rehearsal/alongside">Running alongside</Link>
          </>
        )}
      </p>
      {view?.ok ? (
        <One view={view.value} mayStop={authorise(visit.person, "policies.write") === null} />
      ) : (
        <All {...visit} />
      )}
    </div>
  );
}

/** Every version that runs or has run alongside. */
function All({ app, directory }: Visit) {
  const runs = alongsideRuns(app);
  const names = new Map(policyNames(app).map(({ id, name }) => [id, name]));
  return (
    <>
      <h1 className="text-2xl font-semibold">Running alongside</h1>
      <p className="mb-4 text-soft">
        Versions that are not in force and route every document silently: what they would have done otherwise is listed,
        and nobody is asked, notified or held by it. One is started on its board.
      </p>
      {runs.length === 0 ? (
        <Empty>No version runs alongside.</Empty>
      ) : (
        <Table
          label="Versions that run alongside"
          heads={[{ label: "Version" }, { label: "Days" }, { label: "Started by" }]}
        >
          {runs.map(({ policy, version, from, until, by }) => (
            <tr key={`${policy} ${version}`}>
              <td>
                <Link href={`/rehearsal/alongside?policy=${policy}&version=${version}`}>
                  {names.get(policy) ?? policy}, version {version}
                </Link>
              </td>
              <td>{until ? `${sayDate(from)} to ${sayDate(until)}` : `since ${sayDate(from)}`}</td>
              <td>{directory.person(by)?.name ?? by}</td>
            </tr>
          ))}
        </Table>
      )}
    </>
  );
}

function One({ view, mayStop }: { view: AlongsideView; mayStop: boolean }) {
  const { policy, version, name, from, until, said, documentType, lines } = view;
  const { one, many } = typeWords(documentType).name;
  const days = `from=${from}${until ? `&until=${until}` : ""}`;
  return (
    <>
      <h1 className="text-2xl font-semibold">
        {name}, version {version}
      </h1>
      <p className="text-soft">
        {until
          ? `Ran beside what was in force, ${sayDate(from)} to ${sayDate(until)}.`
          : `Runs silently beside what is in force since ${sayDate(from)}. Nobody is asked, notified or held by it.`}
      </p>
      <p className="my-3 font-serif text-xl">{said}</p>
      <div className="mb-5 flex flex-wrap items-center gap-x-4 gap-y-2">
        <Link href={`/policies/${policy}?version=${version}`}>Open the version, to send it or put it in force</Link>
        <Link href={`/rehearsal?policy=${policy}&of=${policy}&after=${version}&${days}`}>Rehearse these days</Link>
        {mayStop && until === null && <StopAlongside policy={policy} version={version} />}
      </div>
      {lines.length > 0 && (
        <div className="flex flex-col gap-6">
          <Weeks view={view} />
          <Lines view={view} noun={{ one, many }} />
        </div>
      )}
    </>
  );
}

function Weeks({ view: { weeks, documentType } }: { view: AlongsideView }) {
  const { many } = typeWords(documentType).name;
  const signed = (count: number) => (count > 0 ? `+${count}` : String(count).replace("-", "−"));
  return (
    <section aria-labelledby="weeks">
      <h2 id="weeks" className="font-sans text-base font-semibold">
        By week
      </h2>
      <Table
        label="By week"
        small
        heads={[
          { label: "Week from" },
          { label: `${capital(many)} that would have gone another way`, right: true },
          { label: "Approvals", right: true },
          { label: "Would have been held", right: true },
        ]}
      >
        {weeks.map(({ monday, differing, approvals, held }) => (
          <tr key={monday}>
            <td>{sayDate(monday)}</td>
            <td className="text-right">{differing}</td>
            <td className="text-right">{signed(approvals)}</td>
            <td className="text-right">{held}</td>
          </tr>
        ))}
      </Table>
    </section>
  );
}

function Lines({ view: { lines, currency }, noun }: { view: AlongsideView; noun: { one: string; many: string } }) {
  return (
    <section aria-labelledby="lines">
      <h2 id="lines" className="font-sans text-base font-semibold">
        {countOf(lines.length, noun.one, noun.many)}, the latest first
      </h2>
      {lines.length > LISTED && <p className="text-sm text-soft">The {LISTED} latest are listed.</p>}
      <Table
        label={`${noun.many} that would have gone another way`}
        small
        heads={[
          { label: "Sent" },
          { label: "Number" },
          { label: "What" },
          { label: `Amount, ${currency}`, right: true },
          { label: "Instead" },
        ]}
      >
        {lines.slice(0, LISTED).map(({ id, number, title, day, minor, said }) => (
          <tr key={id}>
            <td className="whitespace-nowrap">{sayDate(day)}</td>
            <td className="whitespace-nowrap">
              <Link href={`/documents/${id}`}>{number}</Link>
            </td>
            <td>{title}</td>
            <td className="text-right whitespace-nowrap">
              {minor === null ? "not known" : formatAmount({ minor, currency })}
            </td>
            <td>{said.join("; ")}</td>
          </tr>
        ))}
      </Table>
    </section>
  );
}
