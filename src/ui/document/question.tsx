"use client";

import { useState } from "react";
import { Button, Refusals } from "../primitives";
import { useCommand } from "./use-command";
import { SentForm } from "../sent-form";

/** A question that waits for the reader's answer, above everything else on the sheet. */
export function OpenQuestion({ id, question, by, text }: { id: string; question: number; by: string; text: string }) {
  const [answer, setAnswer] = useState("");
  const { run, refusals, busy } = useCommand(id, () => setAnswer(""));
  return (
    <SentForm
      aria-label={`Question from ${by}`}
      className="no-print mt-4 rounded-sm border-l-3 border-sentback bg-sentback-wash px-3 py-2"
      onSend={() => {
        void run({ type: "answer", question, text: answer });
      }}
    >
      <p className="font-semibold text-sentback">{by} asks you</p>
      <p className="serif text-[15px]">“{text}”</p>
      <Refusals refusals={refusals} />
      <label className="mt-1 block text-sm font-semibold" htmlFor={`answer-${question}`}>
        Your answer
      </label>
      <textarea
        id={`answer-${question}`}
        className="field"
        rows={2}
        maxLength={2000}
        value={answer}
        onChange={(event) => setAnswer(event.target.value)}
      />
      <Button type="submit" look="solid" small className="mt-1" disabled={busy}>
        Answer
      </Button>
    </SentForm>
  );
}
