"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { DocumentRow } from "@/core/documents";
import type { Refusal, Result } from "@/core/refusal";
import { refuse } from "@/core/words";
import { useIntent } from "../intent";
import { Button, Refusals } from "../primitives";
import { newCommand, send } from "../send";

/** A document with the levels of it that its reader may decide. */
type Item = DocumentRow & { levels: readonly string[] };
type Answer = { summary: string; done: string[]; refused: { document: string; why: string }[] };

/** What is sent of them: each level is decided by itself. */
const decided = (items: readonly Item[]) =>
  items.flatMap(({ id, levels, revision }) => levels.map((level) => ({ document: id, level, revision })));

/**
 * Deciding several at once: tick them, read what they come to together, and press one button. What is not alike says so before anything is decided; each is
 * decided by itself.
 */
export function Several({
  waiting,
  chosen,
  onBegin,
  onEnd,
}: {
  waiting: readonly Item[];
  chosen: ReadonlySet<string> | null;
  onBegin(): void;
  onEnd(): void;
}) {
  if (!chosen)
    return (
      <p className="px-4 pb-2 md:px-5">
        <Button small look="quiet" className="px-0!" onClick={onBegin}>
          Decide several at once
        </Button>
      </p>
    );
  return <Deciding items={waiting.filter((item) => chosen.has(item.id))} onEnd={onEnd} />;
}

/** What the chosen items come to together, asked anew whenever others are chosen. */
function useLooked(items: readonly Item[]): { summary: string; refusals: readonly Refusal[] } {
  const [known, setKnown] = useState<{ key: string; result: Result<Answer> } | null>(null);
  const key = JSON.stringify(decided(items));
  useEffect(() => {
    const asked = JSON.parse(key) as object[];
    if (asked.length < 2) return;
    let current = true;
    const body = { command: newCommand(), type: "approve", look: true, items: asked };
    void send<Answer>("/api/together", body).then((result) => current && setKnown({ key, result }));
    return () => {
      current = false;
    };
  }, [key]);
  if (known?.key !== key) return { summary: "", refusals: [] };
  return known.result.ok
    ? { summary: known.result.value.summary, refusals: [] }
    : { summary: "", refusals: known.result.refusals };
}

function Deciding({ items, onEnd }: { items: readonly Item[]; onEnd(): void }) {
  const router = useRouter();
  const [comment, setComment] = useState("");
  const [failed, setFailed] = useState<readonly Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const intend = useIntent();
  const { summary, refusals } = useLooked(items);
  const go = async () => {
    setBusy(true);
    const result = await intend<Answer>("/api/together", {
      type: "approve",
      comment,
      items: decided(items),
    });
    setBusy(false);
    if (!result.ok) return setFailed(result.refusals);
    router.refresh();
    const { refused } = result.value;
    if (refused.length === 0) return onEnd();
    setFailed(refused.map(({ document, why }) => refuse("one of several", { document, said: why })));
  };
  return (
    <section
      aria-label="Several at once"
      className="mx-4 mb-3 flex flex-col gap-2 border-l-3 border-harbour pl-3 md:mx-5"
    >
      <p className="text-sm" aria-live="polite">
        {items.length < 2 ? "Tick two or more that are alike." : summary}
        {summary && ". Each is decided and recorded by itself."}
      </p>
      <Refusals refusals={[...refusals, ...failed]} />
      {summary && (
        <>
          <label className="text-sm font-semibold" htmlFor="together-comment">
            Comment on each, if you like
          </label>
          <textarea
            id="together-comment"
            rows={1}
            maxLength={2000}
            className="field"
            value={comment}
            onChange={(event) => setComment(event.target.value)}
          />
        </>
      )}
      <div className="flex flex-wrap gap-2">
        {summary && (
          <Button small look="solid" disabled={busy} onClick={() => void go()}>
            Approve {summary}
          </Button>
        )}
        <Button small look="quiet" onClick={onEnd}>
          One by one again
        </Button>
      </div>
    </section>
  );
}
