import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { groupViews, ownerViews, positionViews } from "@/server/people/unit-views";
import { readReferenceData } from "@/server/reference-data";
import { Groups, Positions } from "@/ui/people/groups";
import { Owners } from "@/ui/people/owners";

export const metadata: Metadata = { title: "Groups and positions" };

export default async function GroupsAndPositions() {
  const { app, person, directory, now } = await visitFor("people.read");
  const mayWrite = !authorise(person, "people.write");
  return (
    <div className="py-4">
      <h1 className="sr-only">Groups and positions</h1>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <Groups groups={groupViews(directory, now)} mayWrite={mayWrite} />
        <Positions positions={positionViews(readReferenceData(app).history, directory, now)} mayWrite={mayWrite} />
      </div>
      <div className="mt-8">
        <Owners owners={ownerViews(directory, now)} mayWrite={!authorise(person, "limits.write")} />
      </div>
    </div>
  );
}
