import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { visitFor } from "@/server/http/page";
import { runView } from "@/server/payments/views";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { RunSheet } from "@/ui/payments/run-sheet";

type Props = { params: Promise<{ run: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Payment run ${(await params).run}` };
}

export default async function PaymentRun({ params }: Props) {
  const { app, person, zone } = await visitFor("ledger.read");
  const run = runView(app, person, (await params).run);
  if (!run) notFound();
  return (
    <OfficeFrame>
      <RunSheet run={run} zone={zone} />
    </OfficeFrame>
  );
}
