import { notFound, redirect } from "next/navigation";
import { dayIn } from "@/core/calendar";
import { takenFrom } from "@/core/documents";
import type { Taken } from "@/core/own-fields";
import type { Directory, Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { fieldsToFillIn } from "../fields/hidden";
import { listsForForms } from "../lists/offered";
import { app } from "../process";
import { readReferenceData } from "../reference-data";
import { currentPerson, noteForbidden } from "./handle";

export { singles } from "./query";

export type Visit = { app: App; person: Person; directory: Directory; zone: string; now: string };

/** Who visits a page, or the way to the sign-in. */
export async function visit(): Promise<Visit> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  const { directory } = readReferenceData(app());
  return { app: app(), person, directory, zone: directory.organisation.timeZone, now: app().clock.now() };
}

/** The same for a page that needs a right; without it the page says so and shows nothing. */
export async function visitFor(action: Action): Promise<Visit> {
  const visitor = await visit();
  const refusal = authorise(visitor.person, action);
  if (refusal) {
    noteForbidden(visitor.person, `page: ${action}`, [refusal]);
    redirect(`/no-access?to=${encodeURIComponent(action)}`);
  }
  return visitor;
}

/** The value of a result, or the page that fits its refusal. */
export function found<T>(visitor: Visit, result: Result<T>): T {
  if (result.ok) return result.value;
  noteForbidden(visitor.person, "page", result.refusals);
  if (result.refusals[0]?.code === "forbidden") redirect("/no-access");
  notFound();
}

/** What came of long work, or why it could not be begun now, for a page to say in its place. @throws what the work throws otherwise */
export async function unlessBusy<T>(work: Promise<T>): Promise<{ value: T } | { busy: string }> {
  try {
    return { value: await work };
  } catch (error) {
    if (error instanceof Error && error.name === "Busy") return { busy: error.message };
    throw error;
  }
}

/** What a form for a new document starts with: the visitor as requester, and today. */
export function formFor({ app, person, directory, now, zone }: Visit) {
  const today = dayIn(now, zone);
  const over = Object.entries(takenFrom(directory, { requester: person.id, unit: person.unit }, today));
  return {
    today,
    requester: {
      id: person.id,
      name: person.name,
      unit: person.unit,
      unitName: directory.unit(person.unit)?.name ?? person.unit,
    },
    homeCurrency: directory.organisation.currency,
    lists: listsForForms(directory, today),
    fields: fieldsToFillIn(app, person, directory.organisation.fields),
    taken: Object.fromEntries(
      over.flatMap(([taken, id]) => (id === null ? [] : [[taken, { id, name: directory.person(id)?.name ?? id }]])),
    ) as Partial<Record<Taken, { id: string; name: string }>>,
    units: directory.organisation.units.map(({ id, name }) => ({ id, name })),
  };
}
