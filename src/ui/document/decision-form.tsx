"use client";

import type { Strokes } from "@/core/drawn";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { useIntent } from "../intent";
import { Choice, Tick } from "../labelled";
import { Button, Refusals } from "../primitives";
import { moveLabel, sayMoved, type DecisionBarProps, type Move } from "./moves";
import { FillFields, useFilling, type Fills } from "./fill-fields";
import { ReasonChoice } from "./reasons";
import { PartialFields, allOf, readParts } from "./partial";
import { SignFields } from "./sign-fields";
import { SentForm } from "../sent-form";

type Words = { label: string; button: string; what: string };

function labelsOf(move: Move, props: DecisionBarProps, back: string): Words {
  const { number, amount, revision, inNameOf, level } = props;
  switch (move) {
    case "in part":
      return {
        label: "Why not the rest",
        button: "Approve what is ticked",
        what: "What is not ticked is refused and stays so. Whoever comes next decides on the rest.",
      };
    case "decline":
      return {
        label: "Why",
        button: level?.words.decline ?? `Decline ${amount}`,
        what: level?.foretold.decline.join(" ") ?? "",
      };
    case "send back": {
      const to = level?.earlier.find((one) => one.id === back);
      return {
        label: to ? `What ${to.name} is to look at again` : "What is to be corrected",
        button: to ? `Send back to ${to.name}` : (level?.words.sendBack ?? "Send back to the requester"),
        what: to
          ? "The document stays as it is; that level and every one after it are asked anew."
          : (level?.foretold["send back"].join(" ") ?? ""),
      };
    }
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
    default:
      return {
        label: "Comment, seen by everybody who comes next",
        button: moveLabel("approve", props),
        what: inNameOf
          ? `Press once more: you approve revision ${revision} in the name of ${inNameOf}.`
          : `Press once more: you approve revision ${revision}.`,
      };
  }
}

const OVERTAKEN = new Set(["already decided", "other revision", "not asked", "locked", "closed"]);
const APPROVING: readonly Move[] = ["approve", "in part"];

/** Deciding: a comment, what the level asks for beside it, and the button that says what it does. */
export function Saying({
  move,
  onClose,
  onDone,
  onMissed,
  ...props
}: DecisionBarProps & {
  move: Move;
  onClose(): void;
  onDone(said: string): void;
  onMissed(refusals: Refusal[]): void;
}) {
  const router = useRouter();
  const stored = `bandeira:comment:${props.id}`;
  const [comment, setComment] = useState(() => sessionStorage.getItem(stored) ?? "");
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const [typed, setTyped] = useState(() => allOf(props.parts));
  const [ticked, setTicked] = useState<string[]>([]);
  const [sign, setSign] = useState<{ name: string; proof: string; drawn?: Strokes }>({ name: "", proof: "" });
  const [next, setNext] = useState("");
  const [back, setBack] = useState("");
  const [listed, setListed] = useState("");
  const approving = APPROVING.includes(move);
  const { level } = props;
  const checklist = move === "approve" ? (level?.checklist ?? []) : [];
  const signing = approving ? (level?.signing ?? null) : null;
  const choices = approving ? (level?.choices ?? []) : [];
  const fills = approving ? (level?.fills ?? null) : null;
  const filling = useFilling(fills);
  const intend = useIntent();
  const box = useRef<HTMLTextAreaElement>(null);
  const reasoned = move === "decline" || move === "send back" ? move : null;
  const words = labelsOf(move, props, back);
  const outcome = move === "send back" ? "sendBack" : move;
  const required = move === "reroute" || move === "in part" || (level?.commentOn.includes(outcome) ?? false);

  // Where nothing has to be said or ticked, the button waits for the second press; else what is to be filled in.
  const asksMore = checklist.length > 0 || signing !== null || choices.length > 0 || fills !== null;
  const plain = !required && !asksMore && move === "approve";
  const button = useRef<HTMLButtonElement>(null);
  const firstField = fills && firstFieldOf(fills);
  useEffect(() => {
    const field = firstField ? document.getElementById(firstField) : null;
    (field ?? (plain ? button : box).current)?.focus();
  }, [plain, firstField]);
  const type = (text: string) => {
    setComment(text);
    sessionStorage.setItem(stored, text);
  };
  const go = async () => {
    if (busy) return;
    if (required && !comment.trim() && !listed) {
      setRefusals([refuse("sentence needed", { what: words.label })]);
      return box.current?.focus();
    }
    const { refused, problems } = move === "in part" ? readParts(props.parts, typed) : { refused: [], problems: [] };
    if (problems.length > 0) return setRefusals(problems);
    if (move === "in part" && refused.length === 0) return setRefusals([refuse("nothing refused in part")]);
    const filled = filling.read(refused.flatMap(({ part, allowed }) => (allowed === null ? [part] : [])));
    if (filled.problems.length > 0) return setRefusals(filled.problems);
    setBusy(true);
    const result = await intend(`/api/documents/${props.id}`, {
      ...bodyOf(move, comment, props),
      ...(refused.length > 0 && { refused }),
      ...(checklist.length > 0 && { ticked }),
      ...(signing && { signing: { ...sign, documentHash: signing.documentHash } }),
      ...(fills && { filled: filled.values }),
      ...(choices.length > 0 && next && { next }),
      ...(move === "send back" && back && { to: back }),
      ...(reasoned && listed && { listed }),
    });
    setBusy(false);
    if (!result.ok) {
      // What cannot be mended here is told by the bar, which stays when this form goes.
      if (OVERTAKEN.has(result.refusals[0]?.code ?? "")) onMissed(result.refusals);
      else setRefusals(result.refusals);
      return router.refresh();
    }
    sessionStorage.removeItem(stored);
    onDone(sayMoved(move, props.number));
    router.refresh();
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "Escape") onClose();
  };
  return (
    <SentForm
      className="flex flex-col gap-2"
      onSend={() => {
        void go();
      }}
      onKeyDown={onKey}
    >
      <Refusals refusals={refusals} />
      {level?.instruction && move !== "withdraw" && move !== "reroute" && (
        <p className="serif text-[15px]">{level.instruction}</p>
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
      {fills && <FillFields fills={fills} filling={filling} refusals={refusals} />}
      {choices.length > 0 && (
        <Choice label="Next level" value={next} onChange={setNext}>
          <option value="">Choose</option>
          {choices.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choice>
      )}
      {move === "send back" && level && level.earlier.length > 0 && (
        <Choice label="Back to" value={back} onChange={setBack}>
          <option value="">the requester, to be corrected</option>
          {level.earlier.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choice>
      )}
      {reasoned && <ReasonChoice of={reasoned} value={listed} onChange={setListed} />}
      <label className="text-sm font-semibold" htmlFor="comment">
        {words.label} {required && !listed ? <span className="font-normal text-soft">(needed)</span> : ""}
      </label>
      <textarea
        id="comment"
        ref={box}
        value={comment}
        onChange={(event) => type(event.target.value)}
        rows={2}
        maxLength={2000}
        className="field"
        aria-required={required && !listed}
      />
      {signing && <SignFields signing={signing} value={sign} onChange={setSign} />}
      <div className="flex flex-wrap items-center gap-2">
        <Button ref={button} type="submit" look={move === "decline" ? "grave" : "solid"} disabled={busy}>
          {words.button}
        </Button>
        <Button look="quiet" onClick={onClose}>
          Cancel
        </Button>
        <span className="text-sm text-soft">{words.what}</span>
      </div>
      {move === "approve" && level && level.foretold.approve.length > 0 && (
        <p className="text-sm lg:hidden">{level.foretold.approve.join(" ")}</p>
      )}
    </SentForm>
  );
}

/** The id of the first field to fill in, of the document before those of its lines. */
function firstFieldOf({ fields, lines }: Fills): string {
  const ofDocument = fields.find(({ part }) => part === "document");
  return ofDocument ? `own.${ofDocument.key}` : `lines.${(lines[0]?.line ?? 1) - 1}.own.${fields[0]?.key}`;
}

function bodyOf(move: Move, comment: string, props: DecisionBarProps): object {
  if (move === "withdraw") return { type: move, comment };
  if (move === "reroute") return { type: move, reason: comment };
  return {
    type: move === "in part" ? "approve" : move,
    level: props.level!.id,
    revision: props.revision,
    comment,
  };
}
