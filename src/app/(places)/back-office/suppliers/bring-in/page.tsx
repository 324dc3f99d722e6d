import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { columnsNow } from "@/server/intake/accounts";
import { BringIn } from "@/ui/back-office/bring-in";

export const metadata: Metadata = { title: "Import suppliers approved before" };

export default async function BringInSuppliers() {
  const { app } = await visitFor("accounts.bring");
  return <BringIn kind="supplier" columns={columnsNow(app, "supplier").map(({ names }) => names[0]!)} />;
}
