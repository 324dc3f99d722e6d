"use client";

import { OCCASIONS, RECIPIENTS, policyOccasions, recipients } from "@/core/messages";
import type { Policy } from "@/core/policy";
import { Entry, Tick } from "../labelled";
import type { BoardState } from "./use-board";
import { sayMessages } from "@/core/words";

type Message = Policy["messages"][number];

/** Who is told of what, as a small table: occasions down, people across. */
export function MessagesEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy } = board;
  const has = (on: Message["on"], to: Message["to"]) => policy.messages.some((one) => one.on === on && one.to === to);
  const set = (message: Message, wanted: boolean) =>
    changePolicy((now) => {
      const rest = now.messages.filter((one) => one.on !== message.on || one.to !== message.to);
      return { ...now, messages: wanted ? [...rest, message] : rest };
    });
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">Who else is notified</h2>
      <p className="text-sm text-soft">
        Whoever is asked, and the requester of what came of it, are notified in any case.
      </p>
      <Entry
        label="A word to the requester when they submit"
        maxLength={300}
        value={policy.onSubmit ?? ""}
        onChange={(text) =>
          changePolicy(({ onSubmit: _, ...now }) => (text ? { ...now, onSubmit: text } : (now as Policy)))
        }
      />
      <Tick
        label="Approvers read of open findings of the lookout"
        checked={policy.tellsFindings === true}
        onChange={(wanted) =>
          changePolicy(({ tellsFindings: _, ...now }) => (wanted ? { ...now, tellsFindings: true } : (now as Policy)))
        }
      />
      {policyOccasions.map((on) => (
        <fieldset key={on} className="border-l-2 border-rule pl-2">
          <legend className="text-sm font-semibold">{OCCASIONS[on]}</legend>
          <div className="grid grid-cols-2 gap-x-2 text-sm">
            {recipients.map((to) => (
              <Tick
                key={to}
                label={RECIPIENTS[to]}
                checked={has(on, to)}
                onChange={(wanted) => set({ on, to }, wanted)}
              />
            ))}
          </div>
        </fieldset>
      ))}
      <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">
        {sayMessages(policy) ?? "Nobody else is notified"}.
      </p>
    </>
  );
}
