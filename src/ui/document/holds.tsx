"use client";

import { useState } from "react";
import type { Block, Hold } from "@/core/holds";
import { joinWords, lowerFirst } from "@/core/text";
import { Sheet } from "../frame/sheet";
import { sayMoment } from "../format";
import { Form, Tick } from "../labelled";
import { Button } from "../primitives";
import { BLOCKED } from "./blocked";
import { ReasonChoice } from "./reasons";
import { useCommand } from "./use-command";

/** A hold with why it is there, in words. */
export type ShownHold = { hold: Hold; why: string; mayRelease: boolean; placedBy: string };

const sayBlocks = (blocks: readonly string[]) =>
  blocks.length
    ? `Blocks ${joinWords(
        blocks.map((one) => BLOCKED[one] ?? one),
        "and",
      )}.`
    : "Blocks nothing.";

const NEXT = {
  routing: "A controller mends the cause; then it goes on by itself.",
  check: "Add what is missing; then it is verified again.",
  policy: "",
  "by hand": "",
} as const;

/** The holds on a document, each with what it blocks and, for those who may, the way to release it. */
export function Holds({ id, holds, zone }: { id: string; holds: ShownHold[]; zone: string }) {
  const [releasing, setReleasing] = useState<ShownHold | null>(null);
  return (
    <>
      {holds.map(({ hold, why, mayRelease, placedBy }) => (
        <div
          key={hold.id}
          role="group"
          aria-label={`Hold: ${hold.code}`}
          className="mt-4 flex flex-wrap items-start justify-between gap-x-4 gap-y-2 border-l-3 border-held bg-held-wash px-3 py-2 text-held"
        >
          <p className="min-w-0 flex-1 basis-80">
            <b className="font-semibold">Held: {lowerFirst(hold.code)}.</b> {why === hold.code ? "" : `${why}. `}
            {sayBlocks(hold.blocks)} {NEXT[hold.kind]}
            <span className="block text-sm">
              Since {sayMoment(hold.placedAt, zone)}
              {hold.kind === "by hand" ? `, by ${placedBy}` : hold.kind === "policy" ? ", by the policy" : ""}
            </span>
          </p>
          {mayRelease && (
            <Button small className="no-print" onClick={() => setReleasing({ hold, why, mayRelease, placedBy })}>
              Release
            </Button>
          )}
        </div>
      ))}
      {releasing && (
        <ReleaseSheet id={id} hold={releasing.hold} why={releasing.why} onClose={() => setReleasing(null)} />
      )}
    </>
  );
}

function ReleaseSheet({ id, hold, why, onClose }: { id: string; hold: Hold; why: string; onClose(): void }) {
  const [reason, setReason] = useState("");
  const [listed, setListed] = useState("");
  const { run, refusals, busy } = useCommand(id, onClose);
  const release = { type: "release hold", hold: hold.id, reason, ...(listed && { listed }) };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Release “${hold.code}”`}>
      <Form refusals={refusals} onSave={() => run(release)}>
        <p>{why}.</p>
        <ReasonChoice of="release hold" value={listed} onChange={setListed} />
        <Reason label="Why it can go" value={reason} onChange={setReason} />
        <Button type="submit" look="solid" disabled={busy}>
          Release “{hold.code}”
        </Button>
      </Form>
    </Sheet>
  );
}

export function Reason({ label, value, onChange }: { label: string; value: string; onChange(value: string): void }) {
  return (
    <label>
      <span className="text-sm font-semibold">{label}</span>
      <textarea
        className="field"
        rows={2}
        maxLength={2000}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

const BLOCKS: Block[] = ["send", "post", "pay", "ship", "use"];

/** Stopping a document by hand. */
export function PlaceHold({ id, number, onClose }: { id: string; number: string; onClose(): void }) {
  const [reason, setReason] = useState("");
  const [listed, setListed] = useState("");
  const [blocks, setBlocks] = useState<Block[]>(["pay"]);
  const { run, refusals, busy } = useCommand(id, onClose);
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Hold ${number}`}>
      <Form refusals={refusals} onSave={() => run({ type: "place hold", reason, blocks, ...(listed && { listed }) })}>
        <p className="text-soft">Approval goes on; what you choose here does not happen until the hold is released.</p>
        <fieldset>
          <legend className="text-sm font-semibold">Blocks</legend>
          {BLOCKS.map((block) => (
            <Tick
              key={block}
              label={BLOCKED[block]}
              checked={blocks.includes(block)}
              onChange={(on) => setBlocks(on ? [...blocks, block] : blocks.filter((one) => one !== block))}
            />
          ))}
        </fieldset>
        <ReasonChoice of="place hold" value={listed} onChange={setListed} />
        <Reason label="Why" value={reason} onChange={setReason} />
        <Button type="submit" look="solid" disabled={busy}>
          Hold {number}
        </Button>
      </Form>
    </Sheet>
  );
}
