import type { Metadata } from "next";
import Link from "next/link";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { unitTree, unitView } from "@/server/people/unit-views";
import { readReferenceData } from "@/server/reference-data";
import { UnitSheet } from "@/ui/people/unit-sheet";
import { UnitTree } from "@/ui/people/unit-tree";
import { Empty } from "@/ui/primitives";

export const metadata: Metadata = { title: "Units" };

export default async function Units({ searchParams }: { searchParams: Promise<{ unit?: string }> }) {
  const { app, person, directory, now } = await visitFor("people.read");
  const nodes = unitTree(directory, now);
  const asked = singles(await searchParams).unit;
  const chosen = asked ?? nodes[0]?.id ?? "";
  const unit = unitView(readReferenceData(app).history, directory, chosen, now);
  return (
    <div className="-mx-4 grid flex-1 md:-mx-6 lg:grid-cols-[24rem_minmax(0,1fr)]">
      <h1 className="sr-only">Units of {directory.organisation.name}</h1>
      {/* On a phone either the tree or the unit that was chosen from it. */}
      {asked && (
        <p className="px-4 pt-3 lg:hidden">
          <Link href="/people">All units</Link>
        </p>
      )}
      <div className={`border-rule bg-panel lg:block lg:border-r ${asked ? "hidden" : ""}`}>
        <UnitTree nodes={nodes} chosen={chosen} />
      </div>
      {unit ? (
        <div className={asked ? "" : "hidden lg:block"}>
          <UnitSheet
            key={unit.id}
            unit={unit}
            units={nodes.map(({ id, name }) => ({ id, name }))}
            mayWrite={!authorise(person, "people.write")}
          />
        </div>
      ) : (
        <div className="px-7">
          <Empty>There is no such unit. Choose one from the tree.</Empty>
        </div>
      )}
    </div>
  );
}
