import type { Metadata } from "next";
import Link from "next/link";
import { visit } from "@/server/http/page";

export const metadata: Metadata = { title: "Not open to you" };

export default async function NoAccess() {
  await visit();
  return (
    <div className="mx-auto max-w-xl px-6 py-16">
      <h1 className="text-2xl font-semibold">This is not open to you</h1>
      <p className="mt-2 text-soft">
        Either it needs a role you do not have, or you have no part in the document. Ask the controller if you think you
        should see it.
      </p>
      <p className="mt-4">
        <Link href="/desk">Go to your desk</Link>
      </p>
    </div>
  );
}
