import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { stoppedOrders } from "@/server/holds/board";
import { visitFor } from "@/server/http/page";
import { PartsNav } from "@/ui/frame/parts-nav";
import { HOLD_PARTS } from "@/ui/holds/parts";
import { StoppedOrders } from "@/ui/holds/stopped-orders";

export const metadata: Metadata = { title: "Orders stopped for credit" };

export default async function Stopped() {
  const { app, person } = await visitFor("holds.read");
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Holds</h1>
      <PartsNav label="Parts of Holds" parts={HOLD_PARTS} />
      <p className="py-3 text-soft">
        Customers’ orders that would pass their limit. They are freed, the oldest first, as soon as the limit reaches.
      </p>
      <StoppedOrders rows={stoppedOrders(app)} mayAsk={!authorise(person, "documents.enter")} />
    </div>
  );
}
