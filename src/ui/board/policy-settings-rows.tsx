"use client";

import { typeWords, type TypeWords } from "@/core/documents";
import type { Policy } from "@/core/policy";
import type { Directory } from "@/core/people";
import type { Board, WholePart } from "./types";
import {
  sayScope,
  sayHold,
  sayAfterApproval,
  sayEdits,
  saySelfApproval,
  sayRepeated,
  sayMessages,
  sayReaders,
  sayStoppedOrders,
  sayPartySigns,
} from "@/core/words";

/** What holds for every section, as rows of the same board: each with its sentence, and changed beside the board. */
export function WholeRows({ board, head }: { board: Board; head: number }) {
  const { policy, directory, selection, select } = board;
  return (
    <div role="group" aria-label="For every section" className="mt-4 border-t-2 border-rule">
      <p className="pt-2 text-sm text-soft">For every section</p>
      {ROWS.filter(({ has }) => !has || has(typeWords(policy.documentType))).map(({ part, name, say }) => {
        const chosen = selection?.kind === "whole" && selection.part === part;
        return (
          <button
            key={part}
            type="button"
            aria-expanded={chosen}
            onClick={() => select(chosen ? null : { kind: "whole", part })}
            className={`flex w-full items-baseline border-b border-rule py-1.5 text-left hover:bg-paper/70 ${chosen ? "bg-paper" : ""}`}
          >
            <span className="shrink-0 font-semibold" style={{ width: head }}>
              {name}
            </span>
            <span className="flex-1 text-sm text-soft">{say(policy, directory)}</span>
          </button>
        );
      })}
    </div>
  );
}

type Row = {
  part: WholePart;
  name: string;
  /** Whether policies for a type of document have it; where it is not given, all do. */
  has?(type: TypeWords): boolean;
  say(policy: Policy, directory: Directory): string;
};

const ROWS: Row[] = [
  { part: "scope", name: "Applies to", say: (policy, directory) => `${sayScope(policy.scope, directory)}.` },
  {
    part: "holds",
    name: "Holds",
    say: (policy, directory) =>
      policy.holds.length
        ? policy.holds.map((hold) => `${sayHold(policy, hold, directory)}.`).join(" ")
        : "None placed by this policy.",
  },
  {
    part: "after",
    name: "After approval",
    say: (policy) => `${sayAfterApproval(policy) ?? "Nothing is done by itself"}.`,
  },
  { part: "edits", name: "Edits", say: (policy, directory) => `${sayEdits(policy, directory)}.` },
  {
    part: "own",
    name: "Own documents",
    say: (policy, directory) => `${saySelfApproval(policy, directory)}. ${sayRepeated(policy)}.`,
  },
  {
    part: "messages",
    name: "Messages",
    say: (policy) =>
      `${sayMessages(policy) ?? "Whoever is asked, and the requester, are notified in any case; nobody else"}.`,
  },
  {
    part: "readers",
    name: "Read-only access",
    say: (policy, directory) => `${sayReaders(policy, directory) ?? "Nobody but those who have a part"}.`,
  },
  {
    part: "stopped",
    name: "Stopped orders",
    has: ({ forStoppedOrders }) => forStoppedOrders === true,
    say: (policy, directory) =>
      `${sayStoppedOrders(policy, directory) ?? "Limits that they need are asked for by hand"}.`,
  },
  {
    part: "party",
    name: "The other party’s form",
    has: ({ partyForm }) => partyForm !== undefined,
    say: (policy) => `${sayPartySigns(policy)}.`,
  },
];
