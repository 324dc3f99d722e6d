import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { columnsNow } from "@/server/intake/accounts";
import { BringIn } from "@/ui/back-office/bring-in";

export const metadata: Metadata = { title: "Import customers approved before" };

export default async function BringInCustomers() {
  const { app } = await visitFor("accounts.bring");
  return <BringIn kind="customer" columns={columnsNow(app, "customer").map(({ names }) => names[0]!)} />;
}
