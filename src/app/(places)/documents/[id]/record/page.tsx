import type { Metadata } from "next";
import Link from "next/link";
import { noteReading } from "@/server/documents/reading";
import { recomputed } from "@/server/documents/recompute";
import { recordOf, viewInClear } from "@/server/documents/queries";
import { sheetFor } from "@/server/documents/sheet";
import { seenEvents } from "@/server/fields/opening";
import { found, visit } from "@/server/http/page";
import { lastSeq } from "@/server/log/log";
import { RecordView } from "@/ui/document/record-view";

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Record of ${(await params).id.toUpperCase()}` };
}

export default async function RecordPage({ params }: Props) {
  const visitor = await visit();
  const { app, person, directory, zone } = visitor;
  const view = found(visitor, viewInClear(app, person, (await params).id));
  noteReading(app, person, view.state.id, "record");
  const record = recordOf(app, view);
  const { asked, rates, words, view: seen, hidden } = sheetFor(visitor, view);
  const unseen = new Set(hidden.map(({ key }) => key));
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <p className="no-print mb-2">
        <Link href={`/documents/${view.state.id}`}>{view.state.number}</Link>
        {asked && <span className="text-soft"> waits for your decision there</span>}
      </p>
      <RecordView
        view={seen}
        hidden={hidden}
        record={{ contentHash: record.contentHash, events: seenEvents(record.events, unseen) }}
        directory={directory}
        words={words}
        zone={zone}
        logged={lastSeq(app.db)}
        rates={rates}
        recomputed={recomputed(app, view, unseen)}
      />
    </div>
  );
}
