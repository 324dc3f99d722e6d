import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { dayIn } from "@/core/calendar";
import { OrderForm } from "@/ui/orders/order-form";

export const metadata: Metadata = { title: "New order" };

export default async function NewOrder() {
  const { person, directory, now, zone } = await visitFor("documents.enter");
  return (
    <OrderForm
      id={null}
      number={null}
      today={dayIn(now, zone)}
      requester={{
        id: person.id,
        name: person.name,
        unit: person.unit,
        unitName: directory.unit(person.unit)?.name ?? person.unit,
      }}
      homeCurrency={directory.organisation.currency}
    />
  );
}
