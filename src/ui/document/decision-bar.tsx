"use client";

import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { announce } from "../frame/announce";
import { focusNear, headingOfDocument, standing } from "../frame/focus";
import { pressLetter } from "../frame/keys";
import { Button, Refusals, buttonClass } from "../primitives";
import { PlaceHold } from "./holds";
import { KEY, OF_LEVEL, movesOf, moveLabel, type DecisionBarProps, type Move } from "./moves";
import { Saying } from "./decision-form";
import { Talking } from "./conversation-form";

const TALK: readonly Move[] = ["ask", "hand over", "add approver", "remind"];

/**
 * The bar at the foot of a document: choose a move, say why, and press the button that says what will happen. Letters choose while the bar has the focus and nowhere else.
 */
export function DecisionBar(props: DecisionBarProps) {
  const { level, mayEdit, mayHold, mayRevise } = props;
  const [holding, setHolding] = useState(false);
  const [move, setMove] = useState<Move | null>(null);
  const [missed, setMissed] = useState<Refusal[]>([]);
  const bar = useRef<HTMLDivElement>(null);
  const left = useRef<Move | null>(null);
  const overtaken = move !== null && OF_LEVEL.includes(move) && !level;
  const moves = movesOf(props);
  const choose = (next: Move) => {
    setMissed([]);
    setMove(next);
  };
  // The button that opened the form is not there while the form is; the one that takes its place has the focus again.
  const close = () => {
    left.current = move;
    setMove(null);
  };
  useEffect(() => {
    if (move || !left.current || !bar.current) return;
    const button = bar.current.querySelector<HTMLElement>(`[data-move="${left.current}"]`);
    left.current = null;
    focusNear(standing(button ?? bar.current));
  }, [move]);
  /** What was said and done is said aloud, and the focus goes to the document that it was said of. */
  const done = (said: string) => {
    setMove(null);
    headingOfDocument()?.focus();
    announce(said);
  };
  const letters = Object.fromEntries(
    moves.flatMap((one) => (KEY[one] ? [[KEY[one].toLowerCase(), () => choose(one)] as const] : [])),
  );
  const idle = moves.length === 0 && !mayEdit && !mayHold && !mayRevise;
  if (idle && missed.length === 0 && !overtaken) return null;
  return (
    <div
      className="no-print bar-below z-10 flex flex-col gap-2 border-t border-rule bg-paper px-4 py-3 md:px-7"
      role="region"
      aria-label="Decide"
      id="decide"
      ref={bar}
      tabIndex={-1}
      onKeyDown={(event) => {
        if (!move) pressLetter(event, letters);
      }}
    >
      <Refusals refusals={missed} />
      {overtaken && missed.length === 0 && (
        <p role="alert">Somebody else has decided meanwhile, as the route above shows. Your comment was not sent.</p>
      )}
      {move && !overtaken ? (
        TALK.includes(move) ? (
          <Talking key={move} {...props} move={move} onClose={close} onDone={done} />
        ) : (
          <Saying key={move} {...props} move={move} onClose={close} onDone={done} onMissed={setMissed} />
        )
      ) : (
        <Moves {...props} moves={moves} onChoose={choose} onHold={() => setHolding(true)} />
      )}
      {holding && <PlaceHold id={props.id} number={props.number} onClose={() => setHolding(false)} />}
      {!move && level && (
        <span className={`text-sm ${props.inNameOf ? "font-semibold" : "hidden text-soft lg:inline"}`}>
          You decide {props.inNameOf && `in the name of ${props.inNameOf}, `}as {level.name}, on revision{" "}
          {props.revision}
        </span>
      )}
    </div>
  );
}

function Moves({
  moves,
  onChoose,
  onHold,
  ...props
}: DecisionBarProps & { moves: readonly Move[]; onChoose(move: Move): void; onHold(): void }) {
  const { id, mayEdit, mayRevise, mayHold } = props;
  const look = (one: Move) => {
    if (one === "approve" || one === "reroute") return "solid" as const;
    return ["withdraw", "add approver", "remind"].includes(one) ? ("quiet" as const) : ("outline" as const);
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      {mayEdit && (
        <Link href={`/documents/${id}/edit`} className={buttonClass("solid")}>
          Correct and submit
        </Link>
      )}
      {moves.map((one) => (
        <Button
          key={one}
          look={look(one)}
          onClick={() => onChoose(one)}
          data-move={one}
          aria-keyshortcuts={KEY[one]}
          className={one === "approve" ? "basis-full sm:basis-auto" : "flex-1 px-3! sm:flex-none"}
        >
          {moveLabel(one, props)}
          {KEY[one] && (
            <kbd aria-hidden className="hidden font-sans text-xs opacity-80 sm:inline">
              {KEY[one]}
            </kbd>
          )}
        </Button>
      ))}
      {mayRevise && (
        <Link href={`/documents/${id}/edit`} className={buttonClass("quiet")}>
          Edit
        </Link>
      )}
      {mayHold && (
        <Button look="quiet" onClick={onHold}>
          Hold
        </Button>
      )}
    </div>
  );
}
