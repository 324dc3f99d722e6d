import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { isEmpty } from "@/server/access/account";
import { app } from "@/server/app";
import { StartForm } from "@/ui/access/entry-forms";
import { Flag } from "@/ui/primitives";

export const metadata: Metadata = { title: "First start" };
export const dynamic = "force-dynamic";

export default function Start() {
  if (!isEmpty(app())) redirect("/sign-in");
  return (
    <main className="mx-auto max-w-5xl px-6 py-10">
      <div className="flex items-center gap-3">
        <Flag size={30} />
        <span className="serif text-3xl font-semibold">Bandeira</span>
      </div>
      <h1 className="mt-8 text-2xl font-semibold">The first administrator</h1>
      <p className="mt-1 mb-6 max-w-prose text-soft">
        Nobody has been entered yet. You become the administrator: you bring in people, units and limits, and give
        others their roles. This page is gone once you are in.
      </p>
      <StartForm zones={["UTC", ...Intl.supportedValuesOf("timeZone")]} />
    </main>
  );
}
