import type { Metadata } from "next";
import Link from "next/link";
import { dayIn } from "@/core/calendar";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { limitMatrix } from "@/server/people/limit-views";
import { readReferenceData } from "@/server/reference-data";
import { LimitMatrix } from "@/ui/people/limit-matrix";

export const metadata: Metadata = { title: "Limits" };

export default async function Limits({ searchParams }: { searchParams: Promise<{ all?: string }> }) {
  const { app, person, directory, now, zone } = await visitFor("people.read");
  const all = singles(await searchParams).all === "1";
  return (
    <div className="py-4">
      <div className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-[21px] font-semibold">Approval limits</h1>
        <Link href={all ? "/people/limits" : "/people/limits?all=1"}>
          {all ? "Only who has a limit" : "Everybody who may decide"}
        </Link>
      </div>
      <LimitMatrix
        rows={limitMatrix(readReferenceData(app).history, directory, now, all)}
        currency={directory.organisation.currency}
        mayWrite={!authorise(person, "limits.write")}
        today={dayIn(now, zone)}
      />
    </div>
  );
}
