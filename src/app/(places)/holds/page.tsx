import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { reasonsOffered } from "@/server/lists/offered";
import { HOLDS_A_PAGE, holdBoard } from "@/server/holds/board";
import { visitFor, singles, pageOf } from "@/server/http/page";
import { PartsNav } from "@/ui/frame/parts-nav";
import { HoldBoard } from "@/ui/holds/hold-board";
import { HoldFilter } from "@/ui/holds/hold-filter";
import { HOLD_PARTS } from "@/ui/holds/parts";
import { Pager } from "@/ui/lists/list-filter";

export const metadata: Metadata = { title: "Holds" };

type Search = { reason?: string; sort?: string; whose?: string; page?: string };

export default async function Holds({ searchParams }: { searchParams: Promise<Search> }) {
  const { app, person, zone, now, directory } = await visitFor("holds.read");
  const search = singles(await searchParams);
  const sort = search.sort === "amount" || search.sort === "reason" ? search.sort : "age";
  const board = holdBoard(app, person, {
    reason: search.reason,
    sort,
    whose: search.whose,
    page: pageOf(search.page),
  });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Holds</h1>
      <PartsNav label="Parts of Holds" parts={HOLD_PARTS} />
      <HoldFilter search={search} reasons={board.reasons} now={now} zone={zone} />
      <HoldBoard rows={board.rows} zone={zone} now={now} reasons={reasonsOffered(directory, dayIn(now, zone))} />
      <Pager
        path="/holds"
        filter={search}
        page={board.page}
        total={board.total}
        size={HOLDS_A_PAGE}
        words={["Back", "More"]}
      />
    </div>
  );
}
