"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Organisation } from "@/core/people";
import { typeWords } from "@/core/documents";
import { type Policy, type PolicyVersion, type VersionState } from "@/core/policy";
import { useAnnounced } from "../frame/announce";
import { Button, VersionMark, buttonClass } from "../primitives";
import { Boundaries, type TestSet } from "./boundaries";
import { Chart } from "./chart";
import { Details } from "./details";
import { DifferencePanel, type Other } from "./difference";
import { Files } from "./files";
import { Findings } from "./findings";
import { InWords } from "./in-words";
import { ReviewPanel, type ReviewInfo } from "./review";
import { SectionHead, Tabs } from "./sections";
import { TryPanel } from "./try";
import { UndoRedo } from "./undo-redo";
import { useBoard, type BoardState } from "./use-board";
import type { KeptDraft } from "./use-draft";
import { EndVersion, PutInForce, RunAlongside, SendToReviewer } from "./version-dialogs";
import { capital } from "@/core/text";
import { sayScope } from "@/core/words";

export type VersionLine = { version: number; state: VersionState; when: string; by: string; note: string };

export type BoardProps = {
  saved: Policy;
  kept: KeptDraft | null;
  /** The version that is shown; null for the draft. */
  current: VersionLine | null;
  versions: VersionLine[];
  others: Other[];
  all: PolicyVersion[];
  review: ReviewInfo | null;
  tests: TestSet[];
  organisation: Organisation;
  editable: boolean;
  mayWrite: boolean;
  mayReview: boolean;
  /** It runs silently beside what is in force, or has. */
  alongside: { from: string; until: string | null } | null;
  /** Its days are still to be set after the review. */
  awaitsDate: boolean;
  today: string;
  at: string;
};

/** The one picture: thresholds as stakes in the amounts of last year, levels as pennants below them, and what it says in words. */
export function BandBoard(fresh: BoardProps) {
  // What is edited stays as it was opened; only what stands around it follows the server.
  const [{ saved, kept, editable, organisation, at, all }] = useState(fresh);
  const props: BoardProps = { ...fresh, saved, editable };
  const { review, others, current } = fresh;
  const board = useBoard({
    saved,
    kept,
    organisation,
    versions: all,
    at,
    mayWrite: editable,
    against: againstOf(fresh),
  });
  const [trying, setTrying] = useState(false);
  const href = `/api/policies/${saved.id}`;
  const isReviewed = review !== null && !review.outcome;
  const difference = <DifferencePanel board={board} others={others} versions={all} />;
  return (
    <div className="flex flex-1 flex-col">
      <Head {...props} board={board} href={href} trying={trying} onTry={() => setTrying(true)} />
      <Notes {...props} board={board} />
      <Tabs board={board} />
      <div className="grid flex-1 border-t border-rule xl:grid-cols-[minmax(0,1fr)_21rem] lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="min-w-0 bg-panel">
          <SectionHead board={board} />
          <div className="no-bar overflow-x-auto" role="region" aria-label="Band board" tabIndex={0}>
            <div className="min-w-[46rem]">
              <Chart board={board} />
            </div>
          </div>
        </div>
        <div className="flex flex-col border-rule bg-paper lg:border-l">
          {trying && <TryPanel board={board} at={at} onClose={() => setTrying(false)} />}
          {review && current && (
            <ReviewPanel
              board={board}
              info={review}
              href={href}
              mayReview={props.mayReview}
              mayComment={props.mayReview || props.mayWrite}
            />
          )}
          {isReviewed && difference}
          <Details board={board} />
          {(editable || props.mayReview) && <Findings board={board} />}
          <InWords board={board} />
          {!isReviewed && difference}
        </div>
      </div>
    </div>
  );
}

/** What a reviewer compares a version with: what is in force now. */
function againstOf({ review, versions, others }: BoardProps): Policy | null {
  if (!review || review.outcome) return null;
  const current = versions.find(({ state }) => state === "In force");
  return others.find(({ label }) => label === `Version ${current?.version}`)?.policy ?? null;
}

type HeadProps = BoardProps & { board: BoardState; href: string; trying: boolean; onTry(): void };

function Head({ saved, current, versions, board, href, trying, onTry, ...props }: HeadProps) {
  const { policy, directory } = board;
  const { editable, mayWrite, today, tests, awaitsDate } = props;
  const words = typeWords(policy.documentType);
  const measure = words.measures.find(({ key }) => key === policy.measure.kind)?.label ?? policy.measure.kind;
  const latest = Math.max(0, ...versions.map((version) => version.version));
  // As soon as something was saved it is the draft that is looked at, whatever the address says.
  const shown = board.revision > 0 && editable ? null : (current?.version ?? null);
  const counts = current?.state === "In force" || current?.state === "Scheduled";
  return (
    <header className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 px-4 pt-4 pb-2 md:px-6 xl:flex-nowrap">
      <div className="min-w-0">
        <h1 className="text-2xl font-semibold">{policy.name}</h1>
        <p className="text-soft">
          {capital(words.name.many)} of {sayScope(policy.scope, directory)}. Measured on the {measure} in{" "}
          {policy.currency}.
        </p>
        <Versions id={saved.id} current={current} versions={versions} hasDraft={props.kept !== null} />
        {editable && <Keeping board={board} latest={latest} />}
      </div>
      {/* Where they stand below the heading, those without an outline begin where its text does. */}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 xl:shrink-0 xl:gap-x-1 max-xl:[&_.underline]:px-0">
        {editable && <UndoRedo undo={board.undo} redo={board.redo} />}
        <Files board={board} shown={shown} />
        <Boundaries board={board} shown={shown} tests={tests} href={href} mayKeep={mayWrite} />
        {!trying && <Button onClick={onTry}>Try a document</Button>}
        <Link
          href={`/rehearsal?policy=${saved.id}${shown === null ? "&after=draft" : `&after=${shown}`}`}
          className={buttonClass("outline")}
        >
          Rehearse
        </Link>
        {editable && <SendToReviewer board={board} basedOn={latest} href={href} today={today} />}
        {current && <BesideForce {...props} id={saved.id} href={href} current={current} />}
        {mayWrite && awaitsDate && current && <PutInForce href={href} version={current.version} today={today} />}
        {mayWrite && counts && <EndVersion href={href} version={current.version} today={today} />}
      </div>
    </header>
  );
}

/** Whether a version runs silently beside what is in force, and a way to have it do so. */
function BesideForce({
  id,
  href,
  current,
  alongside,
  mayWrite,
  today,
}: Pick<BoardProps, "alongside" | "mayWrite" | "today"> & { id: string; href: string; current: VersionLine }) {
  if (alongside && alongside.until === null)
    return (
      <Link href={`/rehearsal/alongside?policy=${id}&version=${current.version}`} className={buttonClass("quiet")}>
        Runs alongside
      </Link>
    );
  if (!mayWrite || current.state === "In force") return null;
  return <RunAlongside href={href} version={current.version} today={today} />;
}

/** Where the draft stands: saved when, and how to be rid of it. */
function Keeping({ board, latest }: { board: BoardState; latest: number }) {
  const router = useRouter();
  const [refused, setRefused] = useState("");
  const { savedAt, saving, problem, changed, revision, restored, policy } = board;
  // That it could not be saved is said aloud, and not every time that it was.
  useAnnounced(problem ? `Not saved: ${problem}` : "");
  const time = savedAt ? new Date(savedAt).toTimeString().slice(0, 5) : null;
  const discard = async () => {
    const why = await board.discard();
    if (why) return setRefused(why);
    // A fresh page, not a refreshed one: what was typed must not be carried over.
    if (latest > 0) window.location.assign(`/policies/${policy.id}?version=${latest}`);
    else router.push("/policies");
  };
  return (
    // As high without the button as with it: the board below must not move under a hand that is just taking hold of something.
    <p className="mt-1 flex min-h-7 flex-wrap items-center gap-x-3 text-sm">
      {problem ? (
        <span className="text-held">Not saved: {problem}</span>
      ) : saving ? (
        <span className="text-soft">Saving …</span>
      ) : time ? (
        <span className="text-soft">
          Draft saved at {time}
          {restored && ", with what was typed before the page was loaded again"}
        </span>
      ) : (
        <span className="text-soft">Nothing changed yet. An edit begins a draft.</span>
      )}
      {changed && revision > 0 && (
        <button type="button" className="min-h-7 text-harbour underline" onClick={() => void discard()}>
          Discard draft
        </button>
      )}
      {refused && <span className="text-held">{refused}</span>}
    </p>
  );
}

/** What whoever opens the board must know before touching it. */
function Notes({ saved, mayWrite, editable, kept, current, board, versions }: BoardProps & { board: BoardState }) {
  const box = "mx-4 mb-2 border-l-3 px-3 py-1.5 md:mx-6";
  const latest = versions.at(-1)?.version;
  return (
    <>
      {board.conflict && (
        <p className={`${box} border-held bg-held-wash text-held`} role="alert">
          {board.conflict}. What you typed is still here and on no other screen; download it as a file, then{" "}
          <a href={`/policies/${saved.id}`}>load theirs</a>.
        </p>
      )}
      {!board.conflict && editable && board.others.length > 0 && (
        <p className={`${box} border-sentback bg-sentback-wash text-sentback`} role="status">
          {board.others.join(" and ")} {board.others.length === 1 ? "has" : "have"} this draft open too. Whoever saves
          second is notified, and nothing is written over.
        </p>
      )}
      {mayWrite && !editable && current && (
        <p className={`${box} border-waiting bg-waiting-wash text-waiting`}>
          A saved version is never edited.{" "}
          {kept ? (
            <Link href={`/policies/${saved.id}`}>Open the draft</Link>
          ) : (
            latest !== current.version && (
              <>
                Changes begin with the newest:{" "}
                <Link href={`/policies/${saved.id}?version=${latest}`}>open version {latest}</Link>
              </>
            )
          )}
        </p>
      )}
    </>
  );
}

function Versions({
  id,
  current,
  versions,
  hasDraft,
}: {
  id: string;
  current: VersionLine | null;
  versions: VersionLine[];
  hasDraft: boolean;
}) {
  return (
    <ul className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm" aria-label="Versions">
      {hasDraft && (
        <li className="flex items-center gap-1.5">
          {current && <Link href={`/policies/${id}`}>Draft</Link>}
          {!current && <VersionMark state="Draft" />}
        </li>
      )}
      {versions.toReversed().map((one) => (
        <li
          key={one.version}
          className="flex items-center gap-1.5"
          title={`Saved by ${one.by}${one.note ? `: ${one.note}` : ""}`}
        >
          {one.version === current?.version ? (
            <b className="font-semibold">Version {one.version}</b>
          ) : (
            <Link href={`/policies/${id}?version=${one.version}`}>Version {one.version}</Link>
          )}
          <VersionMark state={one.state} />
          <span className="text-soft">{one.when}</span>
        </li>
      ))}
    </ul>
  );
}
