import type { Metadata } from "next";
import { formFor, visitFor } from "@/server/http/page";
import { OrderForm } from "@/ui/orders/order-form";

export const metadata: Metadata = { title: "New order" };

export default async function NewOrder() {
  return <OrderForm id={null} number={null} {...formFor(await visitFor("documents.enter"))} />;
}
