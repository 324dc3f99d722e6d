import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { unitTree, unitView } from "@/server/people/unit-views";
import { readWorld } from "@/server/world";
import { UnitSheet } from "@/ui/people/unit-sheet";
import { UnitTree } from "@/ui/people/unit-tree";
import { Empty } from "@/ui/primitives";

export const metadata: Metadata = { title: "Units" };

export default async function Units({ searchParams }: { searchParams: Promise<{ unit?: string }> }) {
  const { app, person, directory, now } = await visitFor("people.read");
  const nodes = unitTree(directory, now);
  const chosen = (await searchParams).unit ?? nodes[0]?.id ?? "";
  const unit = unitView(readWorld(app).register, directory, chosen, now);
  return (
    <div className="-mx-4 grid flex-1 md:-mx-6 lg:grid-cols-[24rem_minmax(0,1fr)]">
      <div className="border-rule bg-panel lg:border-r">
        <h1 className="sr-only">Units of {directory.organisation.name}</h1>
        <UnitTree nodes={nodes} chosen={chosen} />
      </div>
      {unit ? (
        <UnitSheet
          key={unit.id}
          unit={unit}
          units={nodes.map(({ id, name }) => ({ id, name }))}
          mayWrite={!authorise(person, "people.write")}
        />
      ) : (
        <div className="px-7">
          <Empty>There is no such unit. Choose one from the tree.</Empty>
        </div>
      )}
    </div>
  );
}
