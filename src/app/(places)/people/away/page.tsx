import type { Metadata } from "next";
import Link from "next/link";
import { dayIn } from "@/core/calendar";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { awayView } from "@/server/people/stand-in-views";
import { AwayChart, OtherStandIns } from "@/ui/people/away-chart";
import { buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Away" };

export default async function Away() {
  const { person, directory, now, zone } = await visitFor("people.read");
  const entries = awayView(directory, now);
  const today = dayIn(now, zone);
  return (
    <div className="py-4">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-[21px] font-semibold">Who is away, and who acts for them</h1>
        {!authorise(person, "standIns.write", { about: person }) && (
          <Link href={`/people/${person.id}?set=absence`} className={buttonClass("outline", true)}>
            Set my own absence
          </Link>
        )}
      </div>
      <AwayChart entries={entries} today={today} />
      <OtherStandIns entries={entries} today={today} />
    </div>
  );
}
