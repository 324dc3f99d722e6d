"use client";

import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import { keyOf } from "@/core/checks";
import { Sheet } from "../frame/sheet";
import { Entry, Form } from "../labelled";
import { useChange } from "../people/use-change";
import { Period } from "../policies/period";
import { Button } from "../primitives";
import type { BoardState } from "./use-board";

/** Saves the draft as the next version and sends it to the reviewer, with the days it is to count. What is fatal keeps it here. */
export function SendToReviewer({
  board,
  basedOn,
  href,
  today,
}: {
  board: BoardState;
  basedOn: number;
  href: string;
  today: string;
}) {
  const router = useRouter();
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState("");
  const [from, setFrom] = useState("");
  const [until, setUntil] = useState("");
  const { findings, reasons, look, policy } = board;
  const given = new Set(reasons.filter(({ reason }) => reason.trim().length > 2).map(({ finding }) => finding));
  const fatal = findings.filter(({ weight }) => weight === "fatal").length;
  const silent = findings.filter((one) => one.weight === "doubtful" && !given.has(keyOf(one))).length;
  const ready = look.of === policy && fatal + silent === 0;
  const submit = async () => {
    const body = { basedOn, note, reasons, from: from || null, until: until || null, policy };
    const done = await order<{ version: number }>(`${href}/send`, { ...body });
    if (!done) return;
    localStorage.removeItem(`bandeira:board:${policy.id}`);
    router.push(`/policies/${policy.id}?version=${done.version}`);
  };
  return (
    <>
      <Button look="solid" onClick={() => setOpen(true)}>
        Send to the reviewer
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="Send to the reviewer">
        <Form refusals={refusals} onSave={submit}>
          {!ready && (
            <p className="border-l-3 border-held pl-2 text-held" role="status">
              {look.of !== policy
                ? "The checks are still looking."
                : [
                    fatal ? `${fatal} ${fatal === 1 ? "finding" : "findings"} must be corrected first.` : "",
                    silent
                      ? `${silent} doubtful ${silent === 1 ? "finding needs" : "findings need"} a sentence of why.`
                      : "",
                  ].join(" ")}
            </p>
          )}
          <label>
            <span className="text-sm font-semibold">Why, for whoever reads this in three years</span>
            <textarea
              className="field"
              rows={3}
              maxLength={500}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          <Period
            today={today}
            from={from}
            until={until}
            onFrom={setFrom}
            onUntil={setUntil}
            firstHint="Empty: the day is set after the review"
            lastHint="Empty: until another version follows"
          />
          <p className="text-soft">
            It becomes a version that nobody edits any more. Somebody else reviews it; what is under way keeps the
            version it started with.
          </p>
          <Button type="submit" look="solid" disabled={busy || !ready} className="self-start">
            Send to the reviewer
          </Button>
        </Form>
      </Sheet>
    </>
  );
}

type Dated = { href: string; version: number; today: string };

/** Puts a reviewed version in force from a day, or ends one that counts. */
export function PutInForce({ href, version, today }: Dated) {
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState(today);
  const [until, setUntil] = useState("");
  const put = async () => {
    const body = { type: "put in force", from, until: until || null };
    if (await order(`${href}/versions/${version}/life`, body)) setOpen(false);
  };
  return (
    <Opened title={`Put version ${version} in force`} name="Put in force" look="solid" open={open} setOpen={setOpen}>
      <Form refusals={refusals} onSave={put}>
        <Period
          today={today}
          from={from}
          until={until}
          onFrom={setFrom}
          onUntil={setUntil}
          lastHint="Empty: until another follows"
          required
        />
        <p className="text-soft">
          {from === today
            ? "From this moment on, new documents go under it."
            : "From the beginning of that day, new documents go under it."}{" "}
          Those already under way keep the version they started with.
        </p>
        <Button type="submit" look="solid" disabled={busy} className="self-start">
          Put version {version} in force
        </Button>
      </Form>
    </Opened>
  );
}

/** A version that runs silently beside what is in force, from a day on. */
export function RunAlongside({ href, version, today }: Dated) {
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState(today);
  const run = async () => {
    if (await order(`${href}/versions/${version}/life`, { type: "run alongside", from })) setOpen(false);
  };
  return (
    <Opened title={`Run version ${version} alongside`} name="Run alongside" look="quiet" open={open} setOpen={setOpen}>
      <Form refusals={refusals} onSave={run}>
        <Entry label="From" type="date" required value={from} onChange={setFrom} />
        <p className="text-soft">
          What it would have done otherwise is listed as documents come in. Nobody is asked, notified or held by it.
        </p>
        <Button type="submit" look="solid" disabled={busy} className="self-start">
          Run version {version} alongside
        </Button>
      </Form>
    </Opened>
  );
}

export function EndVersion({ href, version, today }: Dated) {
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [until, setUntil] = useState(today);
  const end = async () => {
    const body = { type: "end", until };
    if (await order(`${href}/versions/${version}/life`, body)) setOpen(false);
  };
  return (
    <Opened title={`End version ${version}`} name="Set end date" look="quiet" open={open} setOpen={setOpen}>
      <Form refusals={refusals} onSave={end}>
        <Entry label="Last day" type="date" required min={today} value={until} onChange={setUntil} />
        <p className="text-soft">
          After that day new documents go under the version before it, if that has no end, or are held if there is none.
        </p>
        <Button type="submit" look="solid" disabled={busy} className="self-start">
          End version {version}
        </Button>
      </Form>
    </Opened>
  );
}

function Opened({
  title,
  name,
  look,
  open,
  setOpen,
  children,
}: {
  title: string;
  name: string;
  look: "solid" | "quiet";
  open: boolean;
  setOpen(open: boolean): void;
  children: ReactNode;
}) {
  return (
    <>
      <Button look={look} onClick={() => setOpen(true)}>
        {name}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={title}>
        {children}
      </Sheet>
    </>
  );
}
