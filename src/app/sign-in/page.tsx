import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { app } from "@/server/app";
import { currentPerson } from "@/server/http/handle";
import { readWorld } from "@/server/world";
import { PeopleChoice } from "@/ui/frame/people-choice";
import { Flag } from "@/ui/primitives";

export const metadata: Metadata = { title: "Sign in" };

export default async function SignIn() {
  if (await currentPerson()) redirect("/desk");
  const { directory } = readWorld(app());
  const { organisation } = directory;
  const people = organisation.people.map(({ id, name, title, unit, roles }) => ({
    id,
    name,
    title,
    unit: directory.unit(unit)?.name ?? unit,
    roles,
  }));
  return (
    <main className="mx-auto max-w-5xl px-6 py-10">
      <div className="flex items-center gap-3">
        <Flag size={30} />
        <span className="serif text-3xl font-semibold">Bandeira</span>
      </div>
      {app().demo ? (
        <>
          <h1 className="mt-8 text-2xl font-semibold">Who are you today?</h1>
          <p className="mt-1 mb-6 max-w-prose text-soft">
            This is a demonstration with the invented people of {organisation.name}. Choose one of them; you can change
            at any time.
          </p>
          <PeopleChoice people={people} />
        </>
      ) : (
        <p className="mt-8 max-w-prose">
          This server was not started as a demonstration, so nobody can be chosen here. Start it with “npm run demo” to
          try Bandeira out.
        </p>
      )}
    </main>
  );
}
