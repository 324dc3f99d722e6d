import { notFound, redirect } from "next/navigation";
import { dayIn } from "@/core/calendar";
import type { Directory, Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { authorise, type Action } from "../access/authorise";
import { app, type App } from "../app";
import { readWorld } from "../world";
import { currentPerson } from "./handle";

export type Visit = { app: App; person: Person; directory: Directory; zone: string; now: string };

/** Who visits a page, or the way to the sign-in. */
export async function visit(): Promise<Visit> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  const { directory } = readWorld(app().db);
  return { app: app(), person, directory, zone: directory.organisation.timeZone, now: app().clock.now() };
}

/** The same for a page that needs a right; without it the page says so and shows nothing. */
export async function visitFor(action: Action): Promise<Visit> {
  const visitor = await visit();
  if (authorise(visitor.person, action)) redirect(`/no-access?to=${encodeURIComponent(action)}`);
  return visitor;
}

/** The value of a result, or the page that fits its refusal. */
export function found<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  if (result.refusals[0]?.code === "forbidden") redirect("/no-access");
  notFound();
}

/** What a form for a new document starts with: the visitor as requester, and today. */
export function formFor({ person, directory, now, zone }: Visit) {
  return {
    today: dayIn(now, zone),
    requester: {
      id: person.id,
      name: person.name,
      unit: person.unit,
      unitName: directory.unit(person.unit)?.name ?? person.unit,
    },
    homeCurrency: directory.organisation.currency,
  };
}
