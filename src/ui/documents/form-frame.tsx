"use client";

import { useSyncExternalStore, type ReactNode } from "react";
import { FormProvider, type FieldValues, type UseFormReturn, useWatch } from "react-hook-form";
import type { Refusal } from "@/core/refusal";
import { Button, Refusals } from "../primitives";
import { WhomItAsks, type useLook } from "./whom-it-asks";
import type { FormStart, Intent, OwnOnForm, ShownEffect } from "./use-document-form";
import { OfferedLists } from "./lists";
import { SentForm } from "../sent-form";
import { capital } from "@/core/text";
import { AmountsIn } from "../money-input";

type Props<T extends FieldValues> = {
  start: FormStart;
  one: string;
  form: UseFormReturn<T>;
  act(intent: Intent): Promise<unknown>;
  busy: boolean;
  refusals: readonly Refusal[];
  look: ReturnType<typeof useLook>;
  own: OwnOnForm;
  /** Key of the type of document. */
  type: string;
  effect: ShownEffect | null;
  clearEffect(): void;
  askAgain: readonly string[];
  setAskAgain(parts: string[]): void;
  /** What the button to submit says beside “Submit”. */
  amount: ReactNode;
  aside?: ReactNode;
  children: ReactNode;
};

/** The page of a form: whose it is, what was said when it came back, the fields, and the row that sends it. */
export function FormFrame<T extends FieldValues>(props: Props<T>) {
  const { start, one, form, act, refusals, effect, children } = props;
  const { number, requester, nextRevision = 1, revising, remark } = start;
  const live = useLive();
  return (
    <FormProvider {...form}>
      <OfferedLists
        lists={start.lists}
        today={start.today}
        own={props.own}
        taken={start.taken}
        type={props.type}
        bad={new Set(refusals.map((refusal) => refusal.path))}
      >
        <AmountsOfForm>
          <SentForm
            className="mx-auto flex w-full max-w-6xl flex-1 flex-col"
            noValidate
            onChange={() => effect && props.clearEffect()}
            onSend={() => {
              void act("submit");
            }}
          >
            <div className="flex-1 px-4 py-5 md:px-6">
              <h1 className="text-2xl font-semibold">
                {revising ? `Edit ${number} in approval` : number ? `Correct ${number}` : `New ${one}`}
              </h1>
              <p className="text-soft">
                From {requester.name}, {requester.unitName}.{" "}
                {(nextRevision > 1 || revising) && `It will be revision ${nextRevision}.`}
              </p>
              {remark && (
                <p className="mt-3 border-l-3 border-sentback bg-sentback-wash px-3 py-2 text-sentback">
                  <b className="font-semibold">{remark.by} sent it back:</b> “{remark.comment}”
                </p>
              )}
              {/* What is typed before the page is live would be lost, so nothing can be typed until it is. */}
              <fieldset disabled={!live} className="contents">
                <AskAgain {...props} />
                {children}
              </fieldset>
              <WhomItAsks look={props.look} />
            </div>
            <div className="bar-below z-10 flex flex-col gap-2 border-t border-rule bg-paper px-4 py-3 md:px-6">
              <Refusals refusals={refusals} />
              {effect && <Effect effect={effect} />}
              <SendRow {...props} />
            </div>
          </SentForm>
        </AmountsOfForm>
      </OfferedLists>
    </FormProvider>
  );
}

/** Amounts are in the currency that is chosen on the form, or in that of the account that it changes. */
function AmountsOfForm({ children }: { children: ReactNode }) {
  const [own, account] = useWatch({ name: ["currency", "account"] }) as [string?, ({ currency: string } | null)?];
  return <AmountsIn currency={own || account?.currency}>{children}</AmountsIn>;
}

/** What was refused before: it stays refused, and is asked for again only in so many words. */
function AskAgain<T extends FieldValues>({ start, askAgain, setAskAgain, clearEffect }: Props<T>) {
  const { refused = [] } = start;
  if (refused.length === 0) return null;
  return (
    <fieldset className="mt-3 border-l-3 border-declined bg-declined-wash px-3 py-2">
      <legend className="sr-only">Refused parts</legend>
      <p className="text-declined">
        <b className="font-semibold">Refused before, and stays out of what is decided</b>, though its line stands below.
        Asking for it again puts the document before everybody who has decided.
      </p>
      {refused.map(({ part, label, amount, allowed }) => (
        <label key={part} className="mt-1 flex items-center gap-2">
          <input
            type="checkbox"
            checked={askAgain.includes(part)}
            onChange={(event) => {
              clearEffect();
              setAskAgain(event.target.checked ? [...askAgain, part] : askAgain.filter((one) => one !== part));
            }}
          />
          Ask again for {label}
          {amount && `, ${amount}`}
          {allowed !== null && ", in full"}
        </label>
      ))}
    </fieldset>
  );
}

const never = () => () => {};

/** Whether scripts have taken over the page that the server sent. */
function useLive(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}

/** What an edit in approval would void, seen before it is made. */
function Effect({ effect: { effect, why, voided, dropped } }: { effect: ShownEffect }) {
  const lost = voided.length;
  return (
    <div role="status" className="border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
      <p>
        <b className="font-semibold">
          {lost === 0
            ? "No approval is lost by this edit."
            : `${lost === 1 ? "One approval" : `${lost} approvals`} will no longer count.`}
        </b>{" "}
        {capital(why)}.{" "}
        {
          {
            "carry on": "The chain carries on where it is.",
            "from the level": "The chain goes back to the first level it concerns.",
            "start again": "The chain begins again from the first level.",
          }[effect]
        }
        {dropped.some((one) => one.what === "added") && " The approver who was added is not asked any more."}
        {dropped.some((one) => one.what === "chosen") && " The level that was chosen to come next is chosen anew."}
      </p>
    </div>
  );
}

function SendRow<T extends FieldValues>({ start, busy, act, amount, aside, effect, askAgain }: Props<T>) {
  const { revising, nextRevision = 1, refused = [] } = start;
  // The sums are of all lines; what of them is not decided on is said beside them.
  const out = refused.filter(
    ({ part, amount: worth, allowed }) => worth !== null && allowed === null && !askAgain.includes(part),
  );
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <Button type="submit" look="solid" disabled={busy}>
        {revising ? effect ? `Make it revision ${nextRevision}` : "See what this edit does" : <>Submit {amount}</>}
      </Button>
      {!revising && (
        <Button look="quiet" disabled={busy} onClick={() => void act("save draft")}>
          Keep as a draft
        </Button>
      )}
      {aside && (
        <p className="ml-auto text-right text-sm text-soft" aria-live="polite">
          {aside}
          {out.length > 0 && (
            <span className="block text-declined">
              Not decided on: {out.map(({ label, amount: worth }) => `${label}, ${worth}`).join("; ")}
            </span>
          )}
        </p>
      )}
    </div>
  );
}
