"use client";

import { useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { useIntent } from "../intent";
import { Button, Refusals } from "../primitives";

type Move = "approve" | "decline" | "send back";
const OUTCOME = { approve: "approve", decline: "decline", "send back": "sendBack" } as const;
const DONE = { approve: "You approved", decline: "You declined", "send back": "You sent back" } as const;

/** The three answers that a message's link allows, each with one press; the link is over afterwards. */
export function DecideByLink({
  token,
  number,
  amount,
  commentOn,
}: {
  token: string;
  number: string;
  amount: string;
  commentOn: readonly string[];
}) {
  const [comment, setComment] = useState("");
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [done, setDone] = useState<Move | null>(null);
  const [busy, setBusy] = useState(false);
  const intend = useIntent();
  const box = useRef<HTMLTextAreaElement>(null);
  const go = async (type: Move) => {
    if (commentOn.includes(OUTCOME[type]) && !comment.trim()) {
      setRefusals([refuse("say why first")]);
      return box.current?.focus();
    }
    setBusy(true);
    const result = await intend("/api/decide", { token, type, comment });
    setBusy(false);
    if (result.ok) return setDone(type);
    setRefusals(result.refusals);
  };
  if (done)
    return (
      <p role="status" className="mt-6 rounded-sm bg-approved-wash px-3 py-3 text-lg font-semibold text-approved">
        {DONE[done]} {number}. This link is used and decides no more.
      </p>
    );
  return (
    <section
      aria-label="Decide"
      className="sticky bottom-0 mt-4 flex flex-col gap-2 border-t border-rule bg-paper py-3"
    >
      <Refusals refusals={refusals} />
      <label className="text-sm font-semibold" htmlFor="comment">
        Comment
      </label>
      <textarea
        id="comment"
        ref={box}
        rows={2}
        maxLength={2000}
        className="field"
        value={comment}
        onChange={(event) => setComment(event.target.value)}
      />
      <Button look="solid" disabled={busy} onClick={() => void go("approve")}>
        Approve {amount}
      </Button>
      <div className="flex gap-2">
        <Button className="flex-1" disabled={busy} onClick={() => void go("send back")}>
          Send back
        </Button>
        <Button className="flex-1" disabled={busy} onClick={() => void go("decline")}>
          Decline
        </Button>
      </div>
    </section>
  );
}
