"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Policy } from "@/core/policy";
import type { Refusal } from "@/core/refusal";
import { Button, Refusals, buttonClass } from "../primitives";
import { send } from "../send";

/** From here back to the board, with what was found; and back to the thresholds as they were. */
export function Actions({
  policy,
  after,
  isMoved,
  isAfterMoved,
  takesOver,
  onReset,
}: {
  policy: string;
  after: Policy | null;
  isMoved: boolean;
  isAfterMoved: boolean;
  /** Null where these thresholds cannot become the draft. */
  takesOver: { revision: number } | null;
  onReset(): void;
}) {
  const router = useRouter();
  const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const take = async () => {
    setBusy(true);
    const body = { revision: takesOver!.revision, policy: after, reasons: [] };
    const result = await send(`/api/policies/${policy}/draft`, body);
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    router.push(`/policies/${policy}`);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {isAfterMoved && takesOver ? (
        <Button look="solid" disabled={busy} onClick={() => void take()}>
          Take these thresholds to the board
        </Button>
      ) : (
        <Link href={`/policies/${policy}`} className={buttonClass("outline")}>
          Open the board
        </Link>
      )}
      {isMoved ? (
        <Button look="quiet" onClick={onReset}>
          Put the thresholds back
        </Button>
      ) : (
        <p className="text-sm text-soft">
          Move a threshold of either version: everything follows, and nothing is saved.
        </p>
      )}
      {isAfterMoved && !takesOver && (
        <p className="text-sm text-soft">
          These thresholds cannot become the draft: there is another draft, or somebody else writes policies.
        </p>
      )}
      <Refusals refusals={refusals} />
    </div>
  );
}
