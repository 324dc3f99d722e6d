import type { Metadata } from "next";
import Link from "next/link";

import { joinWords, sayCount, sayDate } from "@/core/text";
import { sayHeld } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { ownStopped } from "@/server/credit/view";
import { deskOf, type Ask, type WaitingRow } from "@/server/documents/desk";
import { namesFor } from "@/server/documents/names";
import { viewInClear } from "@/server/documents/queries";
import { sheetFor } from "@/server/documents/sheet";
import { hasFirstSteps } from "@/server/first-steps";
import { visit, singles, type Visit } from "@/server/http/page";
import { readState } from "@/server/documents/state";
import { lookoutForDesk } from "@/server/lookout/for-desk";
import { noteOpening } from "@/server/lookout/opening";
import { readReferenceData } from "@/server/reference-data";
import { DocumentSheet } from "@/ui/document/document-sheet";
import { capital } from "@/ui/format";
import { Announced } from "@/ui/frame/announced";
import { DeskList } from "@/ui/lists/desk-list";
import { buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Desk" };

const DUE_FILE = "/api/desk/calendar";

export default async function Desk({ searchParams }: { searchParams: Promise<{ open?: string }> }) {
  const visitor = await visit();
  const desk = deskOf(visitor.app, visitor.person);
  const { waiting, returned, questions, blocked, held, releasable, told, mine } = desk;
  const late = waiting.filter((row) => row.due && row.due < visitor.now);
  const stopped = ownStopped(visitor.app, visitor.person);
  const { open } = singles(await searchParams);
  // As they stand on the page, from above.
  const [first] = [...returned, ...questions, ...waiting, ...held, ...releasable, ...blocked, ...mine, ...told];
  const chosen = open ?? first?.id;
  const mineToAct = new Set([...waiting, ...returned, ...questions, ...held, ...releasable].map(({ id }) => id)).size;
  const view = chosen ? viewInClear(visitor.app, visitor.person, chosen) : null;
  // What stands beside the list by itself was chosen by nobody.
  if (open && view?.ok) noteOpening(visitor.app, visitor.person, view.value.state.id);
  const why = ({ id, level, inNameOf, also }: WaitingRow): string => {
    const state = readState(visitor.app.db, id);
    const as = (ask: Ask) => {
      const name = state?.levels.find((one) => one.level === ask.level)?.name ?? ask.level;
      return `as ${name}${ask.inNameOf ? ` for ${visitor.directory.person(ask.inNameOf)?.name ?? ask.inNameOf}` : ""}`;
    };
    const before =
      state?.levels
        .filter((one) => one.status === "approved")
        .flatMap((one) => one.decisions.map((said) => visitor.directory.person(said.by)?.name ?? said.by)) ?? [];
    const first = before.length ? `after ${joinWords([...new Set(before)], "and")}` : "the first to be asked";
    const besides = also.length > 0 ? ` Also ${joinWords(also.map(as), "and")}.` : "";
    return `${capital(as({ level, inNameOf }))}, ${first}.${besides}`;
  };
  return (
    <div className="grid flex-1 lg:grid-cols-[25.5rem_minmax(0,1fr)]">
      <div className="border-rule bg-panel lg:border-r">
        <div className="flex items-start justify-between gap-3 px-4 pt-5 pb-4 md:px-5">
          <div>
            <h1 className="text-[21px] font-semibold">{sayWaiting(mineToAct)}</h1>
            <p className="text-soft">
              {late.length > 0 && `${capital(sayCount(late.length))} ${late.length === 1 ? "is" : "are"} late. `}
              {mine.length
                ? `${capital(sayCount(mine.length))} of your own ${mine.length === 1 ? "is" : "are"} under way.`
                : "You have no open documents."}
            </p>
            {hasFirstSteps(visitor.app, visitor.person) && (
              <p className="text-sm">
                <Link href="/first-steps">First steps: what is set up, what is next, and who can do it</Link>
              </p>
            )}
            <LookoutLines visitor={visitor} />
            {stopped > 0 && (
              <p className="text-sm">
                <Link href="/holds/stopped">
                  {capital(sayCount(stopped))} of the orders you sell {stopped === 1 ? "is" : "are"} on credit hold
                </Link>
              </p>
            )}
          </div>
          <div className="flex flex-col items-end gap-1">
            {!authorise(visitor.person, "documents.enter") && (
              <Link href="/documents/new" className={buttonClass("outline", true)}>
                New document
              </Link>
            )}
            {waiting.some((row) => row.due) && (
              <a href={DUE_FILE} download className="text-sm">
                What is due, as a calendar
              </a>
            )}
          </div>
        </div>
        <Announced text={sayWaiting(mineToAct)} />
        <DeskList
          desk={{
            ...desk,
            held: held.map((row) => ({
              ...row,
              why: whyHeld(visitor, row.id),
            })),
            waiting: waiting.map((row) => ({ ...row, why: why(row) })),
            mine: mine.map((row) => ({
              ...row,
              takenOverFrom: row.requester === visitor.person.id ? null : row.requesterName,
            })),
          }}
          chosen={view?.ok ? chosen : undefined}
          now={visitor.now}
          zone={visitor.zone}
        />
      </div>
      <div className="hidden min-w-0 flex-col lg:flex">
        {view?.ok ? (
          <>
            <Announced text={`Beside the list: ${view.value.state.number}`} />
            <DocumentSheet {...sheetFor(visitor, view.value)} beside />
          </>
        ) : (
          <div className="max-w-prose px-8 py-12 text-soft">
            <p className="serif text-lg text-ink">Your desk is clear.</p>
            <p className="mt-1">
              Documents appear here the moment a policy asks you, and your own until they are decided.
            </p>
          </div>
        )}
      </div>
    </div>
  );
}

/** What the lookout has for whoever looks into it. */
function LookoutLines({ visitor: { app, person } }: { visitor: Visit }) {
  const lookout = lookoutForDesk(app, person);
  if (!lookout) return null;
  const { open, cases } = lookout;
  const [next] = cases;
  return (
    <>
      {open > 0 && (
        <p className="text-sm">
          <Link href="/lookout">
            {capital(sayCount(open))} {open === 1 ? "finding" : "findings"} of the lookout to look into
          </Link>
        </p>
      )}
      {next && (
        <p className="text-sm">
          <Link href={`/lookout?finding=${next.id}`}>
            {cases.length === 1 ? "A case is with you" : `${capital(sayCount(cases.length))} cases are with you`}
            {next.due && `, ${cases.length === 1 ? "" : "the first "}to be looked into by ${sayDate(next.due)}`}
          </Link>
        </p>
      )}
    </>
  );
}

function sayWaiting(count: number): string {
  return count ? `${capital(sayCount(count))} ${count === 1 ? "waits" : "wait"} for you` : "Nothing waits for you";
}

/** Why a document is held, by the last hold that is on it. */
function whyHeld({ app }: Visit, id: string): string {
  const state = readState(app.db, id);
  const hold = state?.holds.findLast((one) => !one.releasedAt);
  return state && hold ? sayHeld(hold, namesFor(readReferenceData(app), state)) : "";
}
