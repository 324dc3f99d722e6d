import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { isEmpty } from "@/server/access/account";
import { app } from "@/server/process";
import { currentPerson } from "@/server/http/handle";
import { readReferenceData } from "@/server/reference-data";
import { SignInForm } from "@/ui/access/sign-in-form";
import { Front } from "@/ui/frame/front";
import { PeopleChoice } from "@/ui/frame/people-choice";

export const metadata: Metadata = { title: "Sign in" };

export default async function SignIn() {
  if (await currentPerson()) redirect("/desk");
  if (isEmpty(app())) redirect("/start");
  const { directory } = readReferenceData(app());
  const { name } = directory.organisation;
  if (app().demo)
    return (
      <Front
        title="Who are you today?"
        lead={`This is a demonstration with the invented people of ${name}. Choose one of them; you can change at any time.`}
      >
        <PeopleChoice people={choices()} />
        <details className="mt-8">
          <summary className="text-harbour">Sign in with e-mail and password</summary>
          <div className="mt-3">
            <SignInForm />
          </div>
        </details>
      </Front>
    );
  return (
    <Front title="Sign in">
      <SignInForm />
      <p className="mt-4 max-w-sm text-sm text-soft">
        No password yet, or forgotten? An administrator of {name} makes you a new sign-in link.
      </p>
    </Front>
  );
}

function choices() {
  const { directory } = readReferenceData(app());
  const now = app().clock.now();
  return directory.organisation.people
    .filter((person) => directory.isActive(person, now))
    .map(({ id, name, title, unit, roles }) => ({ id, name, title, unit: directory.unit(unit)?.name ?? unit, roles }));
}
