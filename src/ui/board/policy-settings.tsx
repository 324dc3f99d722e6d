"use client";

import { fieldsIn, type Policy } from "@/core/policy";
import { Choice, Entry, Tick } from "../labelled";
import { PersonPicker } from "../people/person-picker";
import { Button } from "../primitives";
import { AmountField } from "./amount-field";
import { ConditionEditor, firstCondition } from "./condition-editor";
import { MessagesEditor } from "./messages-editor";
import { NumberField } from "./number-field";
import { ReadersEditor } from "./readers";
import { RuleEditor } from "./rule-editor";
import { ScopeEditor } from "./scope-editor";
import { StoppedEditor } from "./stopped-editor";
import type { WholePart } from "./types";
import type { BoardState } from "./use-board";
import { BLOCKS, sayHold, AFTER_APPROVAL, sayEdits, saySelfApproval, sayRepeated, sayPartySigns } from "@/core/words";

/** What belongs to the whole policy, changed beside the board. */
export function WholeDetails({ board, part }: { board: BoardState; part: WholePart }) {
  return (
    <fieldset disabled={!board.mayWrite} className="flex flex-col gap-2.5">
      {part === "scope" && <ScopeEditor board={board} />}
      {part === "holds" && <HoldsEditor board={board} />}
      {part === "after" && <AfterEditor board={board} />}
      {part === "edits" && <EditsEditor board={board} />}
      {part === "own" && <OwnEditor board={board} />}
      {part === "messages" && <MessagesEditor board={board} />}
      {part === "readers" && <ReadersEditor board={board} />}
      {part === "stopped" && <StoppedEditor board={board} />}
      {part === "party" && <PartyEditor board={board} />}
    </fieldset>
  );
}

function Effect({ children }: { children: string }) {
  return <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">{children}.</p>;
}

type Hold = Policy["holds"][number];

function HoldsEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy } = board;
  const put = (holds: Hold[]) => changePolicy((now) => ({ ...now, holds }));
  const without = (hold: Hold, key: "when" | "release" | "keeps"): Hold => {
    const { [key]: _, ...rest } = hold;
    return rest;
  };
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">Holds this policy places</h2>
      {policy.holds.map((hold, index) => {
        const set = (next: Hold) => put(policy.holds.with(index, next));
        return (
          <div key={index} className="flex flex-col gap-1.5 border-l-2 border-rule pl-2">
            <Entry
              label="Reason"
              maxLength={60}
              value={hold.reason}
              onChange={(reason) => reason && set({ ...hold, reason })}
            />
            <fieldset>
              <legend className="text-sm font-semibold">Until then it is not</legend>
              <div className="grid grid-cols-2">
                {Object.entries(BLOCKS).map(([block, label]) => (
                  <Tick
                    key={block}
                    label={label}
                    checked={hold.blocks.includes(block as Hold["blocks"][number])}
                    onChange={(on) =>
                      set({
                        ...hold,
                        blocks: on
                          ? [...hold.blocks, block as Hold["blocks"][number]]
                          : hold.blocks.filter((one) => one !== block),
                      })
                    }
                  />
                ))}
              </div>
            </fieldset>
            <Tick
              label="Only if"
              checked={hold.when !== undefined}
              onChange={(on) => set(on ? { ...hold, when: firstCondition(board) } : without(hold, "when"))}
            />
            {hold.when && (
              <ConditionEditor
                policy={policy}
                directory={board.directory}
                condition={hold.when}
                onChange={(when) => set({ ...hold, when })}
              />
            )}
            <Tick
              label="The approval does not release it: its cause must go, or somebody release it"
              checked={hold.keeps ?? false}
              onChange={(on) => set(on ? { ...hold, keeps: true } : without(hold, "keeps"))}
            />
            <Tick
              label="Somebody may release it, besides the approval"
              checked={hold.release !== undefined}
              onChange={(on) => set(on ? { ...hold, release: { kind: "manager", up: 1 } } : without(hold, "release"))}
            />
            {hold.release && (
              <RuleEditor board={board} rule={hold.release} onChange={(release) => set({ ...hold, release })} />
            )}
            <Effect>{sayHold(policy, hold, board.directory)}</Effect>
            <Button small look="quiet" className="self-start" onClick={() => put(policy.holds.toSpliced(index, 1))}>
              Remove this hold
            </Button>
          </div>
        );
      })}
      <Button
        small
        className="self-start"
        disabled={policy.holds.length >= 20}
        onClick={() => put([...policy.holds, { reason: "To be looked at", blocks: ["pay"] }])}
      >
        Add a hold
      </Button>
    </>
  );
}

type Step = Policy["afterApproval"][number];

function AfterEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy } = board;
  const put = (afterApproval: Step[]) => changePolicy((now) => ({ ...now, afterApproval }));
  const steps = policy.afterApproval;
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">After the last approval, in this order</h2>
      <ol className="flex flex-col gap-2">
        {steps.map((step, index) => (
          <li key={index} className="flex flex-col gap-1 border-l-2 border-rule pl-2">
            <Choice
              label={`Step ${index + 1}`}
              value={step.kind}
              onChange={(kind) => put(steps.with(index, { ...step, kind: kind as Step["kind"] }))}
            >
              {Object.entries(AFTER_APPROVAL).map(([kind, label]) => (
                <option key={kind} value={kind}>
                  {label}
                </option>
              ))}
            </Choice>
            <Entry
              label="Whom, or which address"
              maxLength={200}
              value={step.note}
              onChange={(note) => put(steps.with(index, { ...step, note }))}
            />
            <span className="flex gap-1">
              <Button
                small
                disabled={index === 0}
                onClick={() => put(steps.toSpliced(index, 1).toSpliced(index - 1, 0, step))}
              >
                Move up
              </Button>
              <Button small look="quiet" onClick={() => put(steps.toSpliced(index, 1))}>
                Remove
              </Button>
            </span>
          </li>
        ))}
      </ol>
      <Button
        small
        className="self-start"
        disabled={steps.length >= 20}
        onClick={() => put([...steps, { kind: "tell", note: "" }])}
      >
        Add a step
      </Button>
    </>
  );
}

function EditsEditor({ board }: { board: BoardState }) {
  const { policy, directory, changePolicy } = board;
  const { edits } = policy;
  const set = (patch: Partial<Policy["edits"]>) =>
    changePolicy((now) => ({ ...now, edits: { ...now.edits, ...patch } }));
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">An edit while it is in approval</h2>
      <Choice
        label="What it does"
        value={edits.effect}
        onChange={(effect) => set({ effect: effect as Policy["edits"]["effect"] })}
      >
        <option value="start again">the approval starts again</option>
        <option value="from the level">back to the first level it concerns</option>
        <option value="carry on">the approvals stay as they are</option>
      </Choice>
      <fieldset>
        <legend className="text-sm font-semibold">Which edits count; none ticked is all</legend>
        <div className="grid grid-cols-2 gap-x-2">
          {fieldsIn(policy.documentType, directory).map(({ key, label }) => (
            <Tick
              key={key}
              label={label}
              checked={edits.fields.includes(key)}
              onChange={(on) =>
                set({ fields: on ? [...edits.fields, key] : edits.fields.filter((one) => one !== key) })
              }
            />
          ))}
        </div>
      </fieldset>
      <div>
        <p className="text-sm font-semibold">A move of the amount by no more than this does not count</p>
        <AmountField
          label="Tolerance as an amount"
          minor={edits.toleranceMinor}
          currency={policy.currency}
          least={0}
          onChange={(toleranceMinor) => set({ toleranceMinor })}
        />
        <div className="mt-1">
          <NumberField
            label="Tolerance in per cent"
            value={edits.tolerancePercent}
            least={0}
            most={100}
            after="per cent"
            onChange={(tolerancePercent) => set({ tolerancePercent })}
          />
        </div>
      </div>
      <Effect>{sayEdits(policy, directory)}</Effect>
    </>
  );
}

function OwnEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy, directory } = board;
  const { selfApproval } = policy;
  const substitute = selfApproval.substitute ? directory.person(selfApproval.substitute) : undefined;
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">When the requester is the one who would approve</h2>
      <Choice
        label="Their own documents"
        value={selfApproval.rule}
        onChange={(rule) =>
          changePolicy((now) => ({
            ...now,
            selfApproval: { ...now.selfApproval, rule: rule as Policy["selfApproval"]["rule"] },
          }))
        }
      >
        <option value="hold">are held</option>
        <option value="next level">go to the next level</option>
        <option value="substitute">go to a named substitute</option>
        <option value="manager">go to their manager</option>
        <option value="own limit">count as approved up to their own limit</option>
      </Choice>
      {selfApproval.rule === "substitute" && (
        <PersonPicker
          label="Substitute"
          role="approver"
          value={substitute ? { id: substitute.id, name: substitute.name } : null}
          onChange={(person) =>
            person && changePolicy((now) => ({ ...now, selfApproval: { rule: "substitute", substitute: person.id } }))
          }
        />
      )}
      <Effect>{saySelfApproval(policy, directory)}</Effect>
      <Choice
        label="The same person at two levels"
        value={policy.repeatedApprover}
        onChange={(repeated) =>
          changePolicy((now) => ({ ...now, repeatedApprover: repeated as Policy["repeatedApprover"] }))
        }
      >
        <option value="ask twice">is asked at each</option>
        <option value="count once">is asked once, for both</option>
        <option value="must differ">not allowed</option>
      </Choice>
      <Effect>{sayRepeated(policy)}</Effect>
    </>
  );
}

function PartyEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy } = board;
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">The form that the other party fills in and signs</h2>
      <Tick
        label="Signed by hand as well: a drawn signature"
        checked={policy.partySigns === "drawn"}
        onChange={(drawn) =>
          changePolicy(({ partySigns: _, ...now }) => (drawn ? { ...now, partySigns: "drawn" } : (now as Policy)))
        }
      />
      <Effect>{sayPartySigns(policy) ?? ""}</Effect>
    </>
  );
}
