import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { openReceipts } from "@/server/ledger/views";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { ReceiptList } from "@/ui/back-office/receipt-list";
import { TextFilter } from "@/ui/back-office/text-filter";

export const metadata: Metadata = { title: "Orders and receipts" };

export default async function Receipts({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const { app, person } = await visitFor("ledger.read");
  const { q } = singles(await searchParams);
  return (
    <OfficeFrame>
      <TextFilter q={q} label="Order, title or supplier" />
      <ReceiptList orders={openReceipts(app, q?.trim())} mayReceive={!authorise(person, "ledger.write")} />
    </OfficeFrame>
  );
}
