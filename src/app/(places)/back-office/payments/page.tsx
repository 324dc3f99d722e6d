import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { paymentRuns } from "@/server/ledger/views";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { PaymentRuns } from "@/ui/back-office/payment-runs";

export const metadata: Metadata = { title: "Payment runs" };

export default async function Payments() {
  const { app, person, zone } = await visitFor("ledger.read");
  return (
    <OfficeFrame>
      <PaymentRuns runs={paymentRuns(app)} zone={zone} mayPay={!authorise(person, "ledger.write")} />
    </OfficeFrame>
  );
}
