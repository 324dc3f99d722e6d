import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { ReceiptList } from "@/ui/back-office/receipt-list";
import { ListFrame } from "@/ui/listing/list-frame";
import { SortLinks } from "@/ui/listing/sort-links";

export const metadata: Metadata = { title: "Orders and receipts" };

export default async function Receipts({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const visitor = await visitFor("ledger.read");
  const { rows, ...list } = listed("orders", visitor, givenOf(await searchParams));
  return (
    <OfficeFrame>
      <ListFrame
        listed={list}
        inFiles
        words={{
          search: "Order, title or supplier",
          counted: ["order", "orders"],
          empty: "Everything that was ordered has come in.",
        }}
      >
        <SortLinks {...list} />
        <ReceiptList orders={rows} mayReceive={!authorise(visitor.person, "ledger.write")} />
      </ListFrame>
    </OfficeFrame>
  );
}
