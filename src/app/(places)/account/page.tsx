import type { Metadata } from "next";
import { calendarOf } from "@/core/approval";
import { sessionsOf } from "@/server/access/sessions";
import { credentialOf } from "@/server/access/sign-in";
import { sessionToken } from "@/server/http/handle";
import { preferenceOf } from "@/server/messages/settings";
import { visit } from "@/server/http/page";
import { HowIHear } from "@/ui/access/how-i-hear";
import { Letters } from "@/ui/access/letters";
import { Codes, PasswordForm, Sessions } from "@/ui/access/account";

export const metadata: Metadata = { title: "My account" };

export default async function Account() {
  const { app, person, zone, directory } = await visit();
  const credential = credentialOf(app, person.id);
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">My account</h1>
      <p className="mb-6 text-soft">As {person.email}.</p>
      <div className="grid gap-x-12 gap-y-8 md:grid-cols-2">
        <section aria-labelledby="password">
          <h2 id="password" className="mb-2 text-lg font-semibold">
            Password
          </h2>
          <PasswordForm hasPassword={credential !== undefined} />
        </section>
        <section aria-labelledby="codes">
          <h2 id="codes" className="mb-2 text-lg font-semibold">
            One-time codes
          </h2>
          <Codes on={Boolean(credential?.code_secret)} hasPassword={credential !== undefined} />
        </section>
      </div>
      <section aria-labelledby="hear" className="mt-8">
        <h2 id="hear" className="mb-2 text-lg font-semibold">
          Notifications
        </h2>
        <HowIHear preference={preferenceOf(app, person.id)} zone={calendarOf(person.id, directory).timeZone} />
      </section>
      <section aria-labelledby="keys" className="mt-8">
        <h2 id="keys" className="mb-2 text-lg font-semibold">
          Keys
        </h2>
        <Letters />
      </section>
      <section aria-labelledby="sessions" className="mt-8">
        <h2 id="sessions" className="mb-2 text-lg font-semibold">
          Where I am signed in
        </h2>
        <Sessions sessions={sessionsOf(app, person.id, await sessionToken())} zone={zone} />
      </section>
    </div>
  );
}
