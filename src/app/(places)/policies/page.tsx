import type { Metadata } from "next";
import Link from "next/link";
import { visitFor } from "@/server/http/page";
import { policyList } from "@/server/policies/list-view";
import { Empty } from "@/ui/primitives";
import { PolicyLine, Uncovered } from "@/ui/policies/policy-line";
import { SetLine } from "@/ui/policies/set-line";
import { SetSheet } from "@/ui/policies/set-sheet";

export const metadata: Metadata = { title: "Policies" };

export default async function Policies() {
  const { app, person, directory } = await visitFor("policies.read");
  const { lines, mayWrite, uncovered, sets, ready, today } = policyList(app, person);
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1 className="text-2xl font-semibold">Policies</h1>
          <p className="mb-4 text-soft">Who must approve what, from which amount, as it is in force now.</p>
        </div>
        {mayWrite && (
          <div className="flex items-center gap-3">
            <SetSheet ready={ready} today={today} />
            <Link
              href="/policies/new"
              className="rounded-sm bg-harbour px-4 py-2 font-medium text-white no-underline hover:bg-ink"
            >
              New policy
            </Link>
          </div>
        )}
      </div>
      {lines.length === 0 && (
        <Empty>
          No policy yet. Until there is one, every document is held.{" "}
          {mayWrite ? "Begin with “New policy”." : "A controller writes one."}{" "}
          <Link href="/first-steps">First steps</Link>
        </Empty>
      )}
      <Uncovered uncovered={uncovered} />
      <ul className="border-t border-rule">
        {lines.map((line) => (
          <PolicyLine key={line.id} line={line} organisation={directory.organisation} />
        ))}
      </ul>
      {sets.length > 0 && (
        <section aria-labelledby="sets" className="mt-6">
          <h2 id="sets" className="mb-1 font-sans text-sm font-semibold">
            Policies put in force together
          </h2>
          <ul>
            {sets.map((set) => (
              <SetLine key={set.id} set={set} mayWrite={mayWrite} today={today} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
