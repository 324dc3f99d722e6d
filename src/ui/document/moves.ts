import type { Say, Taker } from "@/core/approval";
import type { Fills } from "./fill-fields";

/** Somebody to whom a level could go, with why they cannot take it in words. */
export type ShownTaker = Omit<Taker, "why"> & { reason: string };
import type { Part } from "@/core/documents";

export type Move =
  | "approve"
  | "in part"
  | "decline"
  | "send back"
  | "ask"
  | "hand over"
  | "add approver"
  | "remind"
  | "withdraw"
  | "reroute";

export type Effect = "approve" | "decline" | "sendBack";

/** The open level that asks somebody, as the bar needs it. */
export type AskedLevel = {
  id: string;
  name: string;
  commentOn: readonly string[];
  task: boolean;
  checklist: readonly string[];
  /** Fields to fill in with an approval; null where there are none. */
  fills: Fills | null;
  instruction: string;
  /** The level's own words for what is pressed. */
  words: Partial<Record<Effect, string>>;
  /** What is signed for and how one proves to be oneself; null where no signature is asked for. */
  signing: { documentHash: string; name: string; proof: string; drawn: boolean } | null;
  /** Levels of which the decider chooses the next. */
  choices: readonly { id: string; name: string }[];
  /** Earlier levels to which it can be sent back. */
  earlier: readonly { id: string; name: string }[];
  /** To whom it can be handed over; null where the policy does not allow it. */
  takers: readonly ShownTaker[] | null;
  /** Who can be asked to approve first; null where the policy does not allow it. */
  addable: readonly ShownTaker[] | null;
  /** What will happen on each, in sentences. */
  foretold: Readonly<Record<Say, readonly string[]>>;
};

export type DecisionBarProps = {
  id: string;
  number: string;
  amount: string;
  revision: number;
  level: AskedLevel | null;
  /** What may be approved one by one; fewer than two are taken whole. */
  parts: readonly Part[];
  /** Less than the whole amount of a part may be approved. */
  cuttable: boolean;
  mayHold: boolean;
  mayRevise: boolean;
  /** The name of the one for whom they decide, if that is somebody else. */
  inNameOf: string | null;
  mayAsk: boolean;
  mayRemind: boolean;
  mayWithdraw: boolean;
  mayEdit: boolean;
  mayReroute: boolean;
};

export const KEY: Partial<Record<Move, string>> = {
  approve: "A",
  "in part": "P",
  decline: "D",
  "send back": "B",
  ask: "Q",
  "hand over": "H",
};

export const NAME: Record<Move, string> = {
  approve: "Approve",
  "in part": "Approve in part",
  decline: "Decline",
  "send back": "Send back",
  ask: "Ask",
  "hand over": "Hand over",
  "add approver": "Add an approver",
  remind: "Remind",
  withdraw: "Withdraw",
  reroute: "Route again",
};

/** What is said aloud once a move is made. @param number of the document */
export function sayMoved(move: Move, number: string): string {
  return `${number}: ${MOVED[move]}.`;
}

const MOVED: Record<Move, string> = {
  approve: "your approval is given",
  "in part": "your approval of a part is given",
  decline: "declined",
  "send back": "sent back",
  ask: "your question is asked",
  "hand over": "handed over",
  "add approver": "somebody else is asked to approve first",
  remind: "a reminder is sent",
  withdraw: "withdrawn",
  reroute: "routed again",
};

/** The word on the button of a move, which may be the level's own. */
export function moveLabel(move: Move, { level, amount }: Pick<DecisionBarProps, "level" | "amount">): string {
  if (move === "approve") return level?.words.approve ?? (level?.task ? "Mark as done" : `Approve ${amount}`);
  if (move === "decline") return level?.words.decline ?? NAME.decline;
  if (move === "send back") return level?.words.sendBack ?? NAME["send back"];
  return NAME[move];
}

/** What can be done now, in the order in which it stands in the bar. */
export function movesOf(props: DecisionBarProps): Move[] {
  const { level, parts, cuttable, mayAsk, mayRemind, mayWithdraw, mayReroute } = props;
  // Of a single part less can be approved where it is an amount.
  const divisible = level !== null && !level.task && (parts.length > 1 || cuttable);
  return [
    ...(level ? (["approve"] as const) : []),
    ...(divisible ? (["in part"] as const) : []),
    ...(level ? (["decline", "send back"] as const) : []),
    ...(mayAsk ? (["ask"] as const) : []),
    ...(level?.takers ? (["hand over"] as const) : []),
    ...(level?.addable ? (["add approver"] as const) : []),
    ...(mayRemind ? (["remind"] as const) : []),
    ...(mayWithdraw ? (["withdraw"] as const) : []),
    ...(mayReroute ? (["reroute"] as const) : []),
  ];
}

/** Moves that a level has to be open for. */
export const OF_LEVEL: readonly Move[] = ["approve", "in part", "decline", "send back", "hand over", "add approver"];
