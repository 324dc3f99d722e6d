import type { Metadata } from "next";
import Link from "next/link";
import { invited } from "@/server/access/invitations";
import { app } from "@/server/process";
import { InvitationForm } from "@/ui/access/entry-forms";
import { Front } from "@/ui/frame/front";

export const metadata: Metadata = { title: "A new password", referrer: "no-referrer" };

export default async function Invitation({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const person = invited(app(), token);
  if (person)
    return (
      <Front title={`Welcome, ${person.name}`}>
        <InvitationForm token={token} />
      </Front>
    );
  return (
    <Front
      title="This sign-in link is no longer valid"
      lead={
        <>
          It was used, replaced or is too old. Ask an administrator for a new one, or{" "}
          <Link href="/sign-in">sign in</Link>.
        </>
      }
    />
  );
}
