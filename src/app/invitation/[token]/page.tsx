import type { Metadata } from "next";
import Link from "next/link";
import { invited } from "@/server/access/account";
import { app } from "@/server/app";
import { InvitationForm } from "@/ui/access/entry-forms";
import { Flag } from "@/ui/primitives";

export const metadata: Metadata = { title: "A new password", referrer: "no-referrer" };

export default async function Invitation({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const person = invited(app(), token);
  return (
    <main className="mx-auto max-w-5xl px-6 py-10">
      <div className="flex items-center gap-3">
        <Flag size={30} />
        <span className="serif text-3xl font-semibold">Bandeira</span>
      </div>
      {person ? (
        <>
          <h1 className="mt-8 mb-4 text-2xl font-semibold">Welcome, {person.name}</h1>
          <InvitationForm token={token} />
        </>
      ) : (
        <>
          <h1 className="mt-8 text-2xl font-semibold">This way in is no longer open</h1>
          <p className="mt-1 max-w-prose text-soft">
            It was used, replaced or is too old. Ask an administrator for a new one, or{" "}
            <Link href="/sign-in">sign in</Link>.
          </p>
        </>
      )}
    </main>
  );
}
