import type { Metadata } from "next";
import { sessionsOf } from "@/server/access/sessions";
import { credentialOf } from "@/server/access/sign-in";
import { sessionToken } from "@/server/http/handle";
import { visit } from "@/server/http/page";
import { Codes, PasswordForm, Sessions } from "@/ui/access/account";

export const metadata: Metadata = { title: "How I sign in" };

export default async function Account() {
  const { app, person, zone } = await visit();
  const credential = credentialOf(app, person.id);
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">How I sign in</h1>
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
      <section aria-labelledby="sessions" className="mt-8">
        <h2 id="sessions" className="mb-2 text-lg font-semibold">
          Where I am signed in
        </h2>
        <Sessions sessions={sessionsOf(app, person.id, await sessionToken())} zone={zone} />
      </section>
    </div>
  );
}
