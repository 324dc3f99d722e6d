"use client";

import { useState } from "react";
import type { Step } from "@/core/approval";
import { Sheet } from "../frame/sheet";
import { capital, sayMoment } from "../format";
import { Form } from "../labelled";
import { Button, SectionTitle } from "../primitives";
import { Reason } from "./holds";
import { useCommand } from "./use-command";
import { AFTER_APPROVAL } from "@/core/words";

/** What happens after the approval, in order: what is done, what waits, what failed and when it is tried again. */
export function Steps({
  id,
  steps,
  results,
  zone,
  mayManage,
  held,
}: {
  id: string;
  steps: readonly Step[];
  /** What came of each, in words. */
  results: readonly string[];
  zone: string;
  mayManage: boolean;
  held: boolean;
}) {
  const [chosen, setChosen] = useState<{ step: Step; type: "retry step" | "skip step" } | null>(null);
  if (steps.length === 0) return null;
  const next = steps.find((step) => step.status === "waiting" || step.status === "failed");
  return (
    <section aria-labelledby="after">
      <SectionTitle id="after">After the approval</SectionTitle>
      <ol className="flex flex-col gap-1.5">
        {steps.map((step, index) => (
          <li key={step.step} className="border-b border-rule/70 pb-1.5">
            <p>
              <span className="text-soft">{step.step}.</span> {capital(AFTER_APPROVAL[step.kind])}
              {step.note && step.kind !== "tell" && <span className="text-soft"> ({step.note})</span>}
            </p>
            <p className={`text-sm ${step.status === "failed" ? "text-held" : "text-soft"}`}>
              {sayStep(step, results[index]!, zone, step === next && held)}
            </p>
            {mayManage && step === next && step.status === "failed" && (
              <p className="mt-1 flex gap-2">
                <Button small onClick={() => setChosen({ step, type: "retry step" })}>
                  Try again
                </Button>
                <Button small look="quiet" onClick={() => setChosen({ step, type: "skip step" })}>
                  Skip it
                </Button>
              </p>
            )}
          </li>
        ))}
      </ol>
      {chosen && <ByHand id={id} {...chosen} onClose={() => setChosen(null)} />}
    </section>
  );
}

function sayStep(step: Step, result: string, zone: string, held: boolean): string {
  switch (step.status) {
    case "done":
      return `✓ ${result}, ${sayMoment(step.at!, zone)}`;
    case "skipped":
      return `Skipped: ${result}, ${sayMoment(step.at!, zone)}`;
    case "failed": {
      const when = step.nextAt ? `tried again ${sayMoment(step.nextAt, zone)}` : "waits for somebody";
      return `✗ ${result} (attempt ${step.attempts}); ${when}`;
    }
    case "waiting":
      return held ? "Waits until the hold is released" : "Waits for its turn";
  }
}

function ByHand({
  id,
  step,
  type,
  onClose,
}: {
  id: string;
  step: Step;
  type: "retry step" | "skip step";
  onClose(): void;
}) {
  const [reason, setReason] = useState("");
  const { run, refusals, busy } = useCommand(id, onClose);
  const what = AFTER_APPROVAL[step.kind];
  const title = type === "retry step" ? `Try again to ${what}` : `Do not ${what}`;
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={title}>
      <Form refusals={refusals} onSave={() => run({ type, step: step.step, reason })}>
        <Reason label="Why" value={reason} onChange={setReason} />
        <Button type="submit" look="solid" disabled={busy}>
          {title}
        </Button>
      </Form>
    </Sheet>
  );
}
