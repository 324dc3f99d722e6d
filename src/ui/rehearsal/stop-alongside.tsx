"use client";

import { announce } from "../frame/announce";
import { useChange } from "../people/use-change";
import { Button, Refusals } from "../primitives";

/** Ends that a version runs beside what is in force; what was found stays. */
export function StopAlongside({ policy, version }: { policy: string; version: number }) {
  const { order, refusals, busy } = useChange();
  const stop = async () => {
    const done = await order(`/api/policies/${policy}/versions/${version}/life`, { type: "stop alongside" });
    if (done) announce(`Version ${version} runs alongside no more.`);
  };
  return (
    <>
      <Button small disabled={busy} onClick={() => void stop()}>
        Stop running it alongside
      </Button>
      <Refusals refusals={refusals} />
    </>
  );
}
