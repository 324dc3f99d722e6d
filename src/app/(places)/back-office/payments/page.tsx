import type { Metadata } from "next";
import { isDay } from "@/core/calendar";
import { singles, visitFor } from "@/server/http/page";
import { lookAtRun, runList } from "@/server/payments/views";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { LookAtRun } from "@/ui/payments/look";
import { RunList } from "@/ui/payments/run-list";

export const metadata: Metadata = { title: "Payments" };

export default async function Payments({ searchParams }: { searchParams: Promise<{ day?: string }> }) {
  const { app, person, zone } = await visitFor("ledger.read");
  const { day } = singles(await searchParams);
  const looked = lookAtRun(app, person, day && isDay(day) ? day : undefined);
  return (
    <OfficeFrame>
      <LookAtRun key={looked.day} looked={looked} />
      <RunList runs={runList(app)} zone={zone} />
    </OfficeFrame>
  );
}
