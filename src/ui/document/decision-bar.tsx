"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import type { Part } from "@/core/documents";
import { useKeys } from "../frame/keys";
import { Tick } from "../labelled";
import { Button, Refusals, buttonClass } from "../primitives";
import { newCommand, send } from "../send";
import { PlaceHold } from "./holds";
import { PartialFields, allOf, readParts } from "./partial";

export type Move = "approve" | "in part" | "decline" | "send back" | "withdraw" | "reroute";

export type DecisionBarProps = {
  id: string;
  number: string;
  amount: string;
  revision: number;
  /** The open level that asks this person, if one does. */
  level: {
    id: string;
    name: string;
    commentOn: readonly string[];
    task: boolean;
    checklist: readonly string[];
    instruction: string;
  } | null;
  /** What may be approved one by one; fewer than two are taken whole. */
  parts: readonly Part[];
  /** Less than the whole amount of a part may be approved. */
  cuttable: boolean;
  mayHold: boolean;
  mayRevise: boolean;
  /** The name of the one for whom they decide, if that is somebody else. */
  inNameOf: string | null;
  mayWithdraw: boolean;
  mayEdit: boolean;
  mayReroute: boolean;
};

const KEY: Partial<Record<Move, string>> = { approve: "A", "in part": "P", decline: "D", "send back": "B" };

/** The bar at the foot of a document: choose a move, say why, and press the button that says what will happen. */
export function DecisionBar(props: DecisionBarProps) {
  const { level, mayWithdraw, mayEdit, mayReroute, mayHold, mayRevise } = props;
  const [holding, setHolding] = useState(false);
  const divisible = level !== null && !level.task && props.parts.length > 1;
  const [move, setMove] = useState<Move | null>(null);
  const [missed, setMissed] = useState<Refusal[]>([]);
  const opener = useRef<HTMLElement | null>(null);
  const overtaken = move !== null && ["approve", "in part", "decline", "send back"].includes(move) && !level;
  const choose = (next: Move) => {
    setMissed([]);
    opener.current = document.activeElement as HTMLElement | null;
    setMove(next);
  };
  const close = () => {
    setMove(null);
    opener.current?.focus();
  };
  useKeys(
    level
      ? {
          a: () => choose("approve"),
          d: () => choose("decline"),
          b: () => choose("send back"),
          ...(divisible && { p: () => choose("in part") }),
        }
      : {},
  );
  const moves: Move[] = [
    ...(level ? (["approve"] as const) : []),
    ...(divisible ? (["in part"] as const) : []),
    ...(level ? (["decline", "send back"] as const) : []),
    ...(mayWithdraw ? (["withdraw"] as const) : []),
    ...(mayReroute ? (["reroute"] as const) : []),
  ];
  const idle = moves.length === 0 && !mayEdit && !mayHold && !mayRevise;
  if (idle && missed.length === 0 && !overtaken) return null;
  return (
    <div
      className="no-print sticky bottom-0 z-10 flex flex-col gap-2 border-t border-rule bg-paper px-4 py-3 md:px-7"
      role="region"
      aria-label="Decide"
    >
      <Refusals refusals={missed} />
      {overtaken && missed.length === 0 && (
        <p role="alert">Somebody else has decided meanwhile, as the route above shows. Your comment was not sent.</p>
      )}
      {move && !overtaken ? (
        <Saying key={move} {...props} move={move} onClose={close} onMissed={setMissed} />
      ) : (
        <div className="flex flex-wrap items-center gap-2">
          {mayEdit && (
            <Link href={`/documents/${props.id}/edit`} className={buttonClass("solid")}>
              Correct and submit
            </Link>
          )}
          {moves.map((one) => (
            <Button
              key={one}
              look={one === "approve" || one === "reroute" ? "solid" : one === "withdraw" ? "quiet" : "outline"}
              onClick={() => choose(one)}
              className={one === "approve" ? "basis-full sm:basis-auto" : "flex-1 sm:flex-none"}
            >
              {one === "approve" ? (level?.task ? "Mark as done" : `Approve ${props.amount}`) : NAME[one]}
              {KEY[one] && <kbd className="hidden font-sans text-xs opacity-80 sm:inline">{KEY[one]}</kbd>}
            </Button>
          ))}
          {mayRevise && (
            <Link href={`/documents/${props.id}/edit`} className={buttonClass("quiet")}>
              Edit
            </Link>
          )}
          {mayHold && (
            <Button look="quiet" onClick={() => setHolding(true)}>
              Hold
            </Button>
          )}
          {level && (
            <span className={`ml-auto text-sm lg:inline ${props.inNameOf ? "font-semibold" : "hidden text-soft"}`}>
              You decide {props.inNameOf && `in the name of ${props.inNameOf}, `}as {level.name}, on revision{" "}
              {props.revision}
            </span>
          )}
        </div>
      )}
      {holding && <PlaceHold id={props.id} number={props.number} onClose={() => setHolding(false)} />}
    </div>
  );
}

const NAME: Record<Move, string> = {
  approve: "Approve",
  "in part": "In part",
  decline: "Decline",
  "send back": "Send back",
  withdraw: "Withdraw",
  reroute: "Route again",
};

function wordsOf(
  move: Move,
  { number, amount, revision, inNameOf }: DecisionBarProps,
): { label: string; button: string; what: string } {
  switch (move) {
    case "approve":
      return {
        label: "Comment, seen by everybody who comes next",
        button: `Approve ${amount}`,
        what: inNameOf
          ? `You approve revision ${revision} in the name of ${inNameOf}.`
          : `You approve revision ${revision}.`,
      };
    case "in part":
      return {
        label: "Why not the rest",
        button: "Approve what is ticked",
        what: "What is not ticked is refused and stays so. Whoever comes next decides on the rest.",
      };
    case "decline":
      return { label: "Why", button: `Decline ${amount}`, what: `This ends the chain of ${number}.` };
    case "send back":
      return {
        label: "What is to be corrected",
        button: "Send back to the requester",
        what: "The requester corrects it; the chain then begins again with the next revision.",
      };
    case "withdraw":
      return {
        label: "Why, if you like",
        button: `Withdraw ${number}`,
        what: "Nobody is asked any more. It stays in the register.",
      };
    case "reroute":
      return {
        label: "Why",
        button: "Route again from the first level",
        what: "The route is worked out afresh under the policies in force now; approvals given so far no longer count.",
      };
  }
}

const OVERTAKEN = new Set(["already decided", "other revision", "not asked", "locked", "closed"]);

function Saying({
  move,
  onClose,
  onMissed,
  ...props
}: DecisionBarProps & { move: Move; onClose(): void; onMissed(refusals: Refusal[]): void }) {
  const router = useRouter();
  const stored = `bandeira:comment:${props.id}`;
  const [comment, setComment] = useState(() => sessionStorage.getItem(stored) ?? "");
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const [typed, setTyped] = useState(() => allOf(props.parts));
  const [ticked, setTicked] = useState<string[]>([]);
  const checklist = move === "approve" ? (props.level?.checklist ?? []) : [];
  const command = useRef(newCommand());
  const box = useRef<HTMLTextAreaElement>(null);
  const words = wordsOf(move, props);
  const outcome = move === "send back" ? "sendBack" : move;
  const required = move === "reroute" || move === "in part" || (props.level?.commentOn.includes(outcome) ?? false);

  useEffect(() => box.current?.focus(), []);
  const type = (text: string) => {
    setComment(text);
    sessionStorage.setItem(stored, text);
  };
  const go = async () => {
    if (required && !comment.trim()) {
      setRefusals([{ code: "comment required", message: `${words.label}: write a sentence first.` }]);
      return box.current?.focus();
    }
    const { refused, problems } = move === "in part" ? readParts(props.parts, typed) : { refused: [], problems: [] };
    if (problems.length > 0) return setRefusals(problems);
    if (move === "in part" && refused.length === 0)
      return setRefusals([
        { code: "nothing", message: "Everything is ticked: take a tick away, or approve the whole." },
      ]);
    setBusy(true);
    const body = bodyOf(move, comment, command.current, props);
    const more = { ...(refused.length > 0 && { refused }), ...(checklist.length > 0 && { ticked }) };
    const result = await send(`/api/documents/${props.id}`, { ...body, ...more });
    setBusy(false);
    if (!result.ok) {
      // What cannot be mended here is told by the bar, which stays when this form goes.
      if (OVERTAKEN.has(result.refusals[0]?.code ?? "")) onMissed(result.refusals);
      else setRefusals(result.refusals);
      return router.refresh();
    }
    sessionStorage.removeItem(stored);
    onClose();
    router.refresh();
  };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void go();
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
        if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) void go();
      }}
    >
      <Refusals refusals={refusals} />
      {props.level?.instruction && move !== "withdraw" && move !== "reroute" && (
        <p className="serif text-[15px]">{props.level.instruction}</p>
      )}
      {move === "in part" && (
        <PartialFields parts={props.parts} typed={typed} cuttable={props.cuttable} onChange={setTyped} />
      )}
      {checklist.map((item) => (
        <Tick
          key={item}
          label={item}
          checked={ticked.includes(item)}
          onChange={(on) => setTicked(on ? [...ticked, item] : ticked.filter((one) => one !== item))}
        />
      ))}
      <label className="text-sm font-semibold" htmlFor="comment">
        {words.label} {required ? <span className="font-normal text-soft">(needed)</span> : ""}
      </label>
      <textarea
        id="comment"
        ref={box}
        value={comment}
        onChange={(event) => type(event.target.value)}
        rows={2}
        maxLength={2000}
        className="field"
        aria-required={required}
      />
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" look={move === "decline" ? "grave" : "solid"} disabled={busy}>
          {move === "approve" && props.level?.task ? "Mark as done" : words.button}
        </Button>
        <Button look="quiet" onClick={onClose}>
          Not yet
        </Button>
        <span className="text-sm text-soft">{words.what}</span>
      </div>
    </form>
  );
}

function bodyOf(move: Move, comment: string, command: string, props: DecisionBarProps): object {
  if (move === "withdraw") return { command, type: move, comment };
  if (move === "reroute") return { command, type: move, reason: comment };
  return {
    command,
    type: move === "in part" ? "approve" : move,
    level: props.level!.id,
    revision: props.revision,
    comment,
  };
}
