import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { BringIn } from "@/ui/back-office/bring-in";

export const metadata: Metadata = { title: "Bring in suppliers" };

export default async function BringInSuppliers() {
  await visitFor("accounts.bring");
  return <BringIn kind="supplier" />;
}
