import type { ReactNode } from "react";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { PeopleNav } from "@/ui/people/people-nav";

export default async function PeopleLayout({ children }: { children: ReactNode }) {
  const { person } = await visitFor("people.read");
  return (
    <div className="flex flex-1 flex-col px-4 pt-2 md:px-6">
      <PeopleNav mayImport={!authorise(person, "people.export")} />
      {children}
    </div>
  );
}
