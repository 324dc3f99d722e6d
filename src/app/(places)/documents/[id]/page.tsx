import type { Metadata } from "next";
import { noteReading } from "@/server/documents/reading";
import { viewInClear } from "@/server/documents/queries";
import { sheetFor } from "@/server/documents/sheet";
import { noteOpening } from "@/server/lookout/opening";
import { found, visit } from "@/server/http/page";
import { DocumentSheet } from "@/ui/document/document-sheet";

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await params).id.toUpperCase() };
}

export default async function DocumentPage({ params }: Props) {
  const visitor = await visit();
  const view = found(visitor, viewInClear(visitor.app, visitor.person, (await params).id));
  noteOpening(visitor.app, visitor.person, view.state.id);
  noteReading(visitor.app, visitor.person, view.state.id, "document");
  return (
    <div className="mx-auto flex w-full max-w-6xl flex-1 flex-col">
      <DocumentSheet {...sheetFor(visitor, view)} />
    </div>
  );
}
