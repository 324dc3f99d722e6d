"use client";

import { useMemo, useRef, useState, type FormEvent } from "react";
import { USUAL_INTEREST, isPaid, type Timing } from "@/core/time-to-decision";
import { sayTimes } from "@/core/words";
import type { TimesAnswer } from "@/workers/rehearsal";
import { useAnnounced } from "../frame/announce";
import { Button, Refusals } from "../primitives";
import { Going } from "./going";
import { TimesTables } from "./times-tables";
import type { TimesProps } from "./times-props";

/** What was worked out, of which versions as they were called then. @property of all of them with what they were worked out with, to tell when that has changed */
type Worked = Pick<TimesProps, "before" | "after" | "titles"> & {
  of: string;
  answer: TimesAnswer;
  timing: Timing;
  interest: number;
};

/** How long decisions would take under both versions: worked out when somebody asks for it, since it takes some seconds, and stopped when they want. */
export function Times(props: TimesProps) {
  const { before, after, titles, noun, address, until, minutes, capacity, directory, time } = props;
  const [worked, setWorked] = useState<Worked | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState("");
  const going = useRef(false);
  // By what they say: a page that is read again has other objects of the same.
  const of = useMemo(() => JSON.stringify([before, after, minutes, capacity]), [before, after, minutes, capacity]);
  const hasTerms = isPaid((after ?? before)!.documentType);
  const work = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const interest = Number(new FormData(event.currentTarget).get("interest") ?? USUAL_INTEREST);
    going.current = true;
    setProblem("");
    setShare(0);
    try {
      const timing = await timingAt(address);
      if (typeof timing === "string") return setProblem(timing);
      const zone = directory.organisation.timeZone;
      const goOn = (done: number) => {
        setShare(done);
        return going.current;
      };
      const answer = await time({ timing, until, capacity, interest, zone }, goOn);
      if (answer) setWorked({ of, before, after, titles, answer, timing, interest });
    } finally {
      setShare(null);
    }
  };
  const said = worked ? sayTimes(worked.answer.after, worked.answer.before, noun) : "";
  useAnnounced(said);
  return (
    <details>
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">How long decisions would take</summary>
      <div className="mt-1 flex flex-col gap-4 border-l-3 border-rule pl-4">
        <form
          aria-label="How long decisions would take"
          className="flex flex-wrap items-end gap-x-4 gap-y-3"
          onSubmit={(event) => void work(event)}
        >
          {hasTerms && (
            <label>
              <span className="block text-sm text-soft">Interest on what is paid late, % a year</span>
              <input
                name="interest"
                type="number"
                min={0}
                max={100}
                step="0.1"
                defaultValue={USUAL_INTEREST}
                required
                className="field w-24! text-right"
              />
            </label>
          )}
          {share === null ? (
            <Button type="submit">{worked ? "Work out again" : "Work out"}</Button>
          ) : (
            <Going label="Working it out" share={share} onStop={() => (going.current = false)} />
          )}
          <p className="basis-full text-sm text-soft">
            The {noun.many} come in again as they did, everybody answers as fast as they have, in their own working
            hours, and time limits do what they do. Twenty times over, drawn anew each time.
          </p>
          {problem && <Refusals refusals={[{ code: "invalid", message: problem }]} />}
        </form>
        {worked && (
          <>
            {worked.of !== of && (
              <p className="text-sm text-waiting">
                Thresholds, minutes or hours have been changed since: work out again for these.
              </p>
            )}
            <p className="font-semibold">{said}</p>
            <TimesTables {...props} {...worked} />
          </>
        )}
      </div>
    </details>
  );
}

/** How documents went, or why that cannot be told. */
async function timingAt(address: string): Promise<Timing | string> {
  try {
    const response = await fetch(address);
    const body = (await response.json()) as Timing & { refusals?: { message: string }[] };
    if (response.ok) return body;
    return body.refusals?.[0]?.message ?? "How documents went cannot be read now; try again.";
  } catch {
    return "How documents went cannot be read now; try again.";
  }
}
