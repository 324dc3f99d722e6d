import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { isActive } from "@/core/people";
import { isEmpty } from "@/server/access/account";
import { app } from "@/server/app";
import { currentPerson } from "@/server/http/handle";
import { readWorld } from "@/server/world";
import { SignInForm } from "@/ui/access/sign-in-form";
import { PeopleChoice } from "@/ui/frame/people-choice";
import { Flag } from "@/ui/primitives";

export const metadata: Metadata = { title: "Sign in" };

export default async function SignIn() {
  if (await currentPerson()) redirect("/desk");
  if (isEmpty(app())) redirect("/start");
  const { directory } = readWorld(app());
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
            This is a demonstration with the invented people of {directory.organisation.name}. Choose one of them; you
            can change at any time.
          </p>
          <PeopleChoice people={choices()} />
          <details className="mt-8">
            <summary className="text-harbour">Sign in with e-mail and password</summary>
            <div className="mt-3">
              <SignInForm />
            </div>
          </details>
        </>
      ) : (
        <>
          <h1 className="mt-8 mb-4 text-2xl font-semibold">Sign in</h1>
          <SignInForm />
          <p className="mt-4 max-w-sm text-sm text-soft">
            No password yet, or forgotten? An administrator of {directory.organisation.name} makes you a new way in.
          </p>
        </>
      )}
    </main>
  );
}

function choices() {
  const { directory } = readWorld(app());
  const now = app().clock.now();
  return directory.organisation.people
    .filter((person) => isActive(person, now))
    .map(({ id, name, title, unit, roles }) => ({ id, name, title, unit: directory.unit(unit)?.name ?? unit, roles }));
}
