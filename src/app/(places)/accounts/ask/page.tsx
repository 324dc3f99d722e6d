import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { customerGroups } from "@/server/ledger/views";
import { AskForAccount } from "@/ui/back-office/ask-for-account";

export const metadata: Metadata = { title: "Request a supplier or customer" };

export default async function Ask() {
  const { app, directory } = await visitFor("accounts.ask");
  return (
    <div className="mx-auto w-full max-w-2xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Request a supplier or customer</h1>
      <p className="mt-1 mb-4 text-soft">
        The other party fills in and signs its details itself, through a link that works once, or you enter them. The
        account stays blocked until they are approved.
      </p>
      <AskForAccount home={directory.organisation.currency} groups={customerGroups(app)} />
    </div>
  );
}
