import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { lastSearchView, stoppedOrders } from "@/server/credit/view";
import { visitFor } from "@/server/http/page";
import { PartsNav } from "@/ui/frame/parts-nav";
import { HOLD_PARTS } from "@/ui/holds/parts";
import { LastSearch } from "@/ui/holds/last-search";
import { StoppedOrders } from "@/ui/holds/stopped-orders";

export const metadata: Metadata = { title: "Sales orders on credit hold" };

export default async function Stopped() {
  const { app, person, zone } = await visitFor("orders.own");
  const all = !authorise(person, "holds.read");
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">{all ? "Holds" : "Orders you sell that are on credit hold"}</h1>
      {all && <PartsNav label="Parts of Holds" parts={HOLD_PARTS} />}
      <p className="py-3 text-soft">
        Customers’ orders that would pass their limit. They are released, the oldest first, as soon as the limit
        reaches, and the customer is notified.
      </p>
      {all && <LastSearch search={lastSearchView(app)} zone={zone} maySearch={!authorise(person, "orders.search")} />}
      <StoppedOrders rows={stoppedOrders(app, person)} mayAsk={!authorise(person, "documents.enter")} all={all} />
    </div>
  );
}
