"use client";

import { useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { useIntent } from "../intent";
import { Button, Refusals } from "../primitives";

type Move = "approve" | "decline" | "send back";
const OUTCOME = { approve: "approve", decline: "decline", "send back": "sendBack" } as const;
const DONE = { approve: "You approved", decline: "You declined", "send back": "You sent back" } as const;

type Reasoned = Exclude<Move, "approve">;
type Reason = { key: string; name: string };

/** The three answers that a message's link allows, each with one press; the link is over afterwards. */
export function DecideByLink({
  token,
  number,
  amount,
  commentOn,
  reasons,
}: {
  token: string;
  number: string;
  amount: string;
  commentOn: readonly string[];
  /** Reasons that the organisation keeps for either. */
  reasons: Readonly<Record<Reasoned, readonly Reason[]>>;
}) {
  const [chosen, setChosen] = useState<{ of: Reasoned; key: string } | null>(null);
  const [comment, setComment] = useState("");
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [done, setDone] = useState<Move | null>(null);
  const [busy, setBusy] = useState(false);
  const intend = useIntent();
  const box = useRef<HTMLTextAreaElement>(null);
  const go = async (type: Move) => {
    if (chosen && chosen.of !== type) return setRefusals([refuse("reason for another move", { of: chosen.of })]);
    if (commentOn.includes(OUTCOME[type]) && !comment.trim() && !chosen) {
      setRefusals([refuse("say why first")]);
      return box.current?.focus();
    }
    setBusy(true);
    const result = await intend("/api/decide", { token, type, comment, ...(chosen && { listed: chosen.key }) });
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
    <section aria-label="Decide" className="bar-below mt-4 flex flex-col gap-2 border-t border-rule bg-paper py-3">
      <Refusals refusals={refusals} />
      <ReasonOfEither reasons={reasons} chosen={chosen} onChoose={setChosen} />
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

const HEADINGS: Readonly<Record<Reasoned, string>> = {
  "send back": "For sending it back",
  decline: "For declining it",
};

/** A reason from the organisation's lists, for sending back or for declining; nothing where it keeps none. */
function ReasonOfEither({
  reasons,
  chosen,
  onChoose,
}: {
  reasons: Readonly<Record<Reasoned, readonly Reason[]>>;
  chosen: { of: Reasoned; key: string } | null;
  onChoose(chosen: { of: Reasoned; key: string } | null): void;
}) {
  const kept = (["send back", "decline"] as const).filter((of) => reasons[of].length > 0);
  if (kept.length === 0) return null;
  const choose = (value: string) => {
    const of = kept.find((one) => value.startsWith(`${one}:`));
    onChoose(of ? { of, key: value.slice(of.length + 1) } : null);
  };
  return (
    <label className="text-sm font-semibold">
      Reason, where you send it back or decline it
      <select
        className="field font-normal"
        value={chosen ? `${chosen.of}:${chosen.key}` : ""}
        onChange={(event) => choose(event.target.value)}
      >
        <option value="">in my own words</option>
        {kept.map((of) => (
          <optgroup key={of} label={HEADINGS[of]}>
            {reasons[of].map(({ key, name }) => (
              <option key={key} value={`${of}:${key}`}>
                {name}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}
