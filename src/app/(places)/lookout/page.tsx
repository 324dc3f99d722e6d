import type { Metadata } from "next";
import Link from "next/link";
import { capital, countOf, sayCount } from "@/core/text";
import { sayCourse } from "@/core/words";
import { singles, visitFor } from "@/server/http/page";
import { findingView, lookoutView, type LookoutView } from "@/server/lookout/view";
import { policyNames } from "@/server/policies/drafts";
import { sayDay, sayMoment } from "@/ui/format";
import { Finding } from "@/ui/lookout/finding";
import { FindingList } from "@/ui/lookout/finding-list";
import { LookNow } from "@/ui/lookout/look-now";
import { Empty } from "@/ui/primitives";

export const metadata: Metadata = { title: "Lookout" };

type Props = { searchParams: Promise<Record<string, string | undefined>> };

/** What people do around the rules: what there is to look into, and one of it with its evidence. */
export default async function LookoutPage({ searchParams }: Props) {
  const { app, person, zone } = await visitFor("lookout.read");
  const { finding: asked } = singles(await searchParams);
  const view = lookoutView(app, person);
  const chosen = asked ? findingView(app, person, asked) : null;
  const policies = policyNames(app).map(({ id, name }) => ({ key: id, name }));
  return (
    <div className="flex flex-1 flex-col md:flex-row">
      <section
        className={`bg-panel md:w-[26rem] md:shrink-0 md:border-r md:border-rule ${asked ? "hidden md:block" : ""}`}
        aria-label="What to look into"
      >
        <Head view={view} zone={zone} />
        <FindingList findings={view.findings} chosen={chosen?.id ?? null} />
        <Nothing view={view} />
      </section>
      <div className="flex-1">
        {chosen ? (
          <Finding
            finding={{
              ...chosen,
              course: chosen.course.map(({ what, to, ...line }) => ({ ...line, said: sayCourse(what, to) })),
            }}
            zone={zone}
            policies={policies}
          />
        ) : asked ? (
          <div className="p-6">
            <Empty>There is no such finding, or it is not yours to see.</Empty>
          </div>
        ) : (
          <div className="hidden p-6 md:block">
            <Empty>
              {view.findings.length > 0
                ? "Choose a finding: it shows what it goes by, and what can come of it."
                : view.last
                  ? "Nothing to look into. Every morning everything is looked through again."
                  : "Nobody has looked yet. “Look now” goes through everything that was sent and decided in eighteen months."}
            </Empty>
          </div>
        )}
      </div>
    </div>
  );
}

function Head({ view: { findings, last, falseAlarms }, zone }: { view: LookoutView; zone: string }) {
  const open = findings.filter(({ state }) => state === "open").length;
  return (
    <header className="px-4 pt-4 pb-3">
      <h1 className="text-2xl font-semibold">{open === 0 ? "Lookout" : `${capital(sayCount(open))} to look into`}</h1>
      {last && (
        <p className="text-soft">
          Looked through {sayMoment(last.at, zone)} by {last.by}: {last.questions} questions,{" "}
          {countOf(last.documents, "document")} since {sayDay(last.from, zone)}. Where nothing is behind anything,
          something is raised on no more than one morning in {Math.round(1 / falseAlarms)}.
        </p>
      )}
      <div className="mt-2">
        <LookNow />
      </div>
    </header>
  );
}

function Nothing({ view: { nothing, last } }: { view: LookoutView }) {
  if (!last) return null;
  return (
    <details className="px-4 py-3 text-sm">
      <summary>Asked, and nothing for you to look into: {countOf(nothing.length, "question")}</summary>
      <ul className="mt-1 text-soft">
        {nothing.map(({ question, words, asked }) => (
          <li key={question}>
            <Link href={`/lookout/how/${question}`}>{words}</Link>: asked of {asked.toLocaleString("en-GB")}
          </li>
        ))}
      </ul>
    </details>
  );
}
