import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { BringIn } from "@/ui/back-office/bring-in";

export const metadata: Metadata = { title: "Bring in customers" };

export default async function BringInCustomers() {
  await visitFor("accounts.bring");
  return <BringIn kind="customer" />;
}
