import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { dayIn, isDay } from "@/core/calendar";
import { offered } from "@/core/lists";
import { sayDate } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { singles, visitFor } from "@/server/http/page";
import { listView } from "@/server/lists/views";
import { Entries } from "@/ui/lists-kept/entries";

type Props = { params: Promise<{ list: string }>; searchParams: Promise<{ on?: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { app } = await visitFor("policies.read");
  const view = listView(app, (await params).list, null);
  return { title: view ? `${view.name}, list` : "List" };
}

/** One list: what stands in it, as it is or as it was on a day. */
export default async function ListPage({ params, searchParams }: Props) {
  const { app, person, directory, now, zone } = await visitFor("policies.read");
  const { list } = await params;
  const { on = "" } = singles(await searchParams);
  const today = dayIn(now, zone);
  const day = isDay(on) && on !== today ? on : null;
  const view = listView(app, list, day);
  if (!view) notFound();
  const { units, currency, lists } = directory.organisation;
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <p>
        <Link href="/settings/lists">Lists</Link>
      </p>
      <h1 className="text-2xl font-semibold">{view.name}</h1>
      <p className="text-soft">{view.about}</p>
      {day && (
        <p className="mt-2 border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
          As it was at the end of {sayDate(day)}. <Link href={`/settings/lists/${list}`}>Show it as it is</Link>
        </p>
      )}
      <Entries
        view={view}
        day={day}
        today={today}
        currency={currency}
        mayWrite={day === null && !authorise(person, "lists.write")}
        units={units.filter(({ closed }) => !closed).map(({ id, name }) => ({ id, name }))}
        taxRates={offered(lists, "tax-rates", today).map(({ key, name }) => ({ id: key, name }))}
      />
    </div>
  );
}
