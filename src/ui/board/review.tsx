"use client";

import { useState } from "react";
import { type Comment, type Place, type Reason } from "@/core/policy";
import { Sheet } from "../frame/sheet";
import { useChange } from "../people/use-change";
import { Button, Refusals } from "../primitives";
import { KeptList, type KeptLine } from "../rehearsal/kept-list";
import type { BoardState } from "./use-board";
import { SentForm } from "../sent-form";
import { sayPlace } from "@/core/words";

export type ReviewInfo = {
  version: number;
  sentBy: string;
  sentAt: string;
  plan: string;
  reviewedBy: string | null;
  reviewedAt: string;
  outcome: "approved" | "returned" | null;
  words: string;
  comments: (Comment & { name: string; when: string })[];
  reasons: readonly Reason[];
  /** Rehearsals that were kept of what it says. */
  rehearsals: KeptLine[];
  /** The reader had a hand in it and cannot review it. */
  own: boolean;
};

/** The version with the reviewer: what was said of it, remarks on single bands and levels, and the verdict of a second person. */
export function ReviewPanel({
  board,
  info,
  href,
  mayReview,
  mayComment,
}: {
  board: BoardState;
  info: ReviewInfo;
  href: string;
  mayReview: boolean;
  mayComment: boolean;
}) {
  const { order, refusals, busy } = useChange();
  const [words, setWords] = useState("");
  const [asking, setAsking] = useState<"approved" | "returned" | null>(null);
  const life = `${href}/versions/${info.version}/life`;
  const judge = async () => {
    const done = await order(life, { type: "review", outcome: asking, words });
    if (done) setAsking(null);
  };
  return (
    <section aria-label="Review" className="border-b border-rule px-5 py-4 text-sm">
      <h2 className="font-sans text-sm font-semibold">Review of version {info.version}</h2>
      <p className="text-soft">
        Sent by {info.sentBy}, {info.sentAt}. {info.outcome !== "approved" && info.plan}
      </p>
      {info.outcome && (
        <p className={info.outcome === "approved" ? "text-approved" : "text-waiting"}>
          {info.outcome === "approved" ? "Approved" : "Returned"} by {info.reviewedBy}, {info.reviewedAt}
          {info.words && `: “${info.words}”`}
        </p>
      )}
      {info.reasons.length > 0 && (
        <details className="mt-1">
          <summary className="min-h-7 cursor-pointer">Doubtful, and why it was kept ({info.reasons.length})</summary>
          <ul className="flex flex-col gap-1">
            {info.reasons.map((one) => (
              <li key={one.finding}>
                {one.message} <span className="text-harbour">“{one.reason}”</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      <h3 className="mt-2 font-sans text-sm font-semibold">Rehearsed</h3>
      {info.rehearsals.length > 0 ? (
        <KeptList lines={info.rehearsals} mayDelete={false} />
      ) : (
        <p className="text-soft">No rehearsal of this version was kept.</p>
      )}
      <Comments board={board} info={info} life={life} mayComment={mayComment && !info.outcome} />
      {mayReview && !info.outcome && (
        <div className="mt-3 flex flex-wrap gap-2">
          <Button look="solid" disabled={info.own} onClick={() => setAsking("approved")}>
            Approve the version
          </Button>
          <Button disabled={info.own} onClick={() => setAsking("returned")}>
            Return it
          </Button>
          {info.own && <p className="text-held">You had a hand in this version; somebody else has to review it.</p>}
        </div>
      )}
      <Sheet
        open={asking !== null}
        onOpenChange={(open) => !open && setAsking(null)}
        title={asking === "approved" ? `Approve version ${info.version}` : `Return version ${info.version}`}
      >
        <SentForm
          className="flex flex-col gap-3 text-base text-ink"
          onSend={() => {
            void judge();
          }}
        >
          <p>{asking === "approved" ? info.plan : "It becomes a draft again, with your words beside it."}</p>
          <label>
            <span className="text-sm font-semibold">
              {asking === "approved" ? "A word with it, if you like" : "What is to be changed"}
            </span>
            <textarea className="field" rows={3} value={words} onChange={(event) => setWords(event.target.value)} />
          </label>
          <Refusals refusals={refusals} />
          <Button type="submit" look="solid" disabled={busy} className="self-start">
            {asking === "approved" ? `Approve version ${info.version}` : `Return version ${info.version}`}
          </Button>
        </SentForm>
      </Sheet>
    </section>
  );
}

/** The part of the board that is chosen, which a remark is then about. */
function placeOf({ selection, section }: BoardState): Place {
  if (selection?.kind === "level") return { section: section.id, level: selection.id };
  if (selection?.kind === "band") return { section: section.id, band: selection.index };
  if (selection?.kind === "stake") return { section: section.id, threshold: selection.index };
  return {};
}

function Comments({
  board,
  info,
  life,
  mayComment,
}: {
  board: BoardState;
  info: ReviewInfo;
  life: string;
  mayComment: boolean;
}) {
  const { order, refusals, busy } = useChange();
  const [text, setText] = useState("");
  const place = placeOf(board);
  const add = async () => {
    const done = await order(life, { type: "comment", place, text });
    if (done) setText("");
  };
  const show = (one: Place) => {
    if (one.section) board.choose(one.section);
    if (one.level) board.select({ kind: "level", id: one.level });
    else if (one.band !== undefined) board.select({ kind: "band", index: one.band });
    else if (one.threshold !== undefined) board.select({ kind: "stake", index: one.threshold });
  };
  return (
    <div className="mt-2">
      <ul className="flex flex-col gap-1.5">
        {info.comments.map((one) => (
          <li key={one.id} className="border-l-2 border-sentback pl-2">
            <button type="button" className="text-left text-harbour underline" onClick={() => show(one.place)}>
              {sayPlace(board.policy, one.place)}
            </button>
            <p>
              {one.text}{" "}
              <span className="text-soft">
                {one.name}, {one.when}
              </span>
            </p>
          </li>
        ))}
      </ul>
      {mayComment && (
        <SentForm
          className="mt-2 flex flex-col gap-1"
          onSend={() => {
            void add();
          }}
        >
          <label>
            <span className="text-soft">Remark on {sayPlace(board.policy, place)}</span>
            <textarea
              className="field text-sm"
              rows={2}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <Refusals refusals={refusals} />
          <Button small type="submit" disabled={busy || !text.trim()} className="self-start">
            Add the remark
          </Button>
        </SentForm>
      )}
    </div>
  );
}
