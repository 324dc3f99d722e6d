import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { reasonsOffered } from "@/server/lists/offered";
import { PartsNav } from "@/ui/frame/parts-nav";
import { HoldBoard } from "@/ui/holds/hold-board";
import { WaitingForFilter } from "@/ui/holds/hold-filter";
import { HOLD_PARTS } from "@/ui/holds/parts";
import { ListFrame } from "@/ui/listing/list-frame";

export const metadata: Metadata = { title: "Holds" };

export default async function Holds({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const visitor = await visitFor("holds.read");
  const { zone, now, directory } = visitor;
  const list = listed("holds", visitor, givenOf(await searchParams));
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Holds</h1>
      <PartsNav label="Parts of Holds" parts={HOLD_PARTS} />
      <ListFrame
        listed={list}
        words={{
          search: "Document, title or party",
          counted: ["hold", "holds"],
          empty: "Nothing is held that fits. Holds stand here by age, with whom they wait for.",
        }}
        filters={<WaitingForFilter whose={list.given.whose} />}
      >
        <HoldBoard listed={list} zone={zone} now={now} reasons={reasonsOffered(directory, dayIn(now, zone))} />
      </ListFrame>
    </div>
  );
}
