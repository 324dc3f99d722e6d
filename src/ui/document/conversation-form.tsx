"use client";

import { useEffect, useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { PersonPicker, type Picked } from "../people/person-picker";
import { Button, Refusals } from "../primitives";
import { sayMoved, type DecisionBarProps, type Move } from "./moves";
import { Takers } from "./takers";
import { useCommand } from "./use-command";
import { SentForm } from "../sent-form";

const WORDS = {
  ask: {
    label: "Your question",
    button: "Ask",
    what: "They answer in the thread. You stay the one who decides, and the due date does not change.",
  },
  "hand over": {
    label: "What they should know",
    button: "Hand over",
    what: "They decide in your place. The due date does not change.",
  },
  "add approver": {
    label: "What they are to look at",
    button: "Ask to approve first",
    what: "You are asked again after they have approved.",
  },
  remind: { label: "What to say", button: "Remind", what: "Whoever is asked now gets a message from you." },
} as const;

/** What is said to somebody beside deciding: a question, a reminder, or that they take it. */
export function Talking({
  move,
  onClose,
  onDone,
  ...props
}: DecisionBarProps & { move: Move; onClose(): void; onDone(said: string): void }) {
  const [text, setText] = useState("");
  const [to, setTo] = useState<Picked | null>(null);
  const [missing, setMissing] = useState<Refusal[]>([]);
  const { run, refusals, busy } = useCommand(props.id, () => onDone(sayMoved(move, props.number)));
  const form = useRef<HTMLDivElement>(null);
  useEffect(() => form.current?.querySelector<HTMLElement>("input, textarea, button")?.focus(), []);
  const words = WORDS[move as keyof typeof WORDS];
  const list = move === "hand over" ? props.level?.takers : move === "add approver" ? props.level?.addable : null;
  const go = () => {
    if (move !== "remind" && !to) return setMissing([refuse("nobody chosen")]);
    setMissing([]);
    const about = { level: props.level?.id, revision: props.revision };
    void run(
      move === "ask"
        ? { type: move, to: to!.id, text }
        : move === "remind"
          ? { type: move, text }
          : { type: move, ...about, to: to!.id, comment: text },
    );
  };
  return (
    <SentForm
      className="flex flex-col gap-2"
      onSend={() => {
        go();
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
      }}
    >
      <Refusals refusals={[...missing, ...refusals]} />
      <div ref={form} className="flex flex-col gap-2">
        {move === "ask" && <PersonPicker label="Whom" value={to} onChange={setTo} />}
        {list && <Takers takers={list} value={to?.id ?? ""} onChange={(id, name) => setTo({ id, name })} />}
        <label className="text-sm font-semibold" htmlFor="said">
          {words.label}
        </label>
        <textarea
          id="said"
          value={text}
          onChange={(event) => setText(event.target.value)}
          rows={2}
          maxLength={2000}
          className="field"
        />
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" look="solid" disabled={busy}>
          {to && move !== "remind" ? `${words.button}${move === "ask" ? "" : ":"} ${to.name}` : words.button}
        </Button>
        <Button look="quiet" onClick={onClose}>
          Cancel
        </Button>
        <span className="text-sm text-soft">{words.what}</span>
      </div>
    </SentForm>
  );
}
