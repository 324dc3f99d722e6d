// What is said about a document comes from one module: with other words switched on, nothing else on its pages is a sentence about it.
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it, vi } from "vitest";
import type { DocumentView } from "@/core/approval";
import { speakThrough } from "@/core/words";
import { DEMO_START, type App } from "@/server/app";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { recordOf, viewDocument } from "@/server/documents/queries";
import { recomputed } from "@/server/documents/recompute";
import { sheetFor } from "@/server/documents/sheet";
import { readReferenceData } from "@/server/reference-data";
import { DocumentSheet } from "@/ui/document/document-sheet";
import { RecordView } from "@/ui/document/record-view";
import { generateDemo } from "./generate";
import { temporaryFolder } from "./temporary";

vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: () => {}, refresh: () => {}, replace: () => {} }),
  usePathname: () => "/documents",
  useSearchParams: () => new URLSearchParams(),
}));

const db = openDatabase(temporaryFolder());
generateDemo(db, { orders: 60 });
const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
const { directory } = readReferenceData(app);
const zone = directory.organisation.timeZone;

/** What stands on a page beside what is said of its document: how the record proves itself, and names that somebody gave. */
const BESIDE = [/hashes in this browser$/, /events in the log$/, /^\.? ?Content hash of /, /^Policy [^:]+: \.$/];

/** What people typed, which stands on pages as it is. */
function isTyped(line: string, { state, version }: DocumentView): boolean {
  const { document } = state;
  const descriptions = "lines" in document ? document.lines.map(({ description }) => description) : [];
  return /“.*”$/.test(line) || [document.title, document.note, version?.note, ...descriptions].includes(line);
}

/** One document of every type, status and state of holds. */
const ids = db
  .prepare("SELECT MAX(id) FROM document WHERE submitted_at IS NOT NULL GROUP BY type, status, held")
  .pluck()
  .all() as string[];

function pagesOf(id: string, reader: string): { view: DocumentView; page: string } {
  const person = directory.person(reader)!;
  const view = viewDocument(app, person, id);
  if (!view.ok) throw new Error(id);
  const visitor = { app, person, directory, now: app.clock.now(), zone };
  const sheet = sheetFor(visitor as never, view.value);
  const { rates, words } = sheet;
  const record = {
    hidden: [],
    view: view.value,
    record: recordOf(app, view.value),
    directory,
    words,
    zone,
    logged: 1,
    rates,
  };
  const page = [
    renderToStaticMarkup(<DocumentSheet {...sheet} />),
    renderToStaticMarkup(<RecordView {...record} recomputed={recomputed(app, view.value)} />),
  ].join("\n");
  return { view: view.value, page };
}

/** What stands in the blocks of a page, a line for each, without what went through the other words. */
function outside(page: string): string[] {
  const text = page
    .replace(
      /<\/?(?:p|div|li|td|th|tr|dd|dt|h\d|section|ul|ol|table|button|label|summary|header|option|textarea|span|a)\b[^>]*>/g,
      "\n",
    )
    .replace(/<[^>]*>/g, "")
    .replaceAll("&quot;", '"')
    .replaceAll("&amp;", "&");
  let left = text;
  for (let before = ""; before !== left;) [before, left] = [left, left.replace(/⟦[^⟦⟧]*⟧/g, "")];
  return left
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);
}

describe("on the pages of a document", () => {
  it("no sentence about it stands outside the words of the one module", () => {
    const back = speakThrough((sentence) => `⟦${sentence}⟧`);
    const found = new Map<string, string>();
    try {
      for (const id of ids) {
        const { view, page } = pagesOf(id, "tome-cardigos");
        expect(page.match(/⟦/g)!.length).toBeGreaterThan(10);
        for (const line of outside(page)) {
          const sentence = (line.match(/\b[a-z]{2,}\b/g) ?? []).length > 3 && /\d|[A-Z]\w+ [A-Z]\w+/.test(line);
          if (sentence && !isTyped(line, view) && !BESIDE.some((known) => known.test(line))) found.set(line, id);
        }
      }
    } finally {
      back();
    }
    expect([...found]).toEqual([]);
  });
});
