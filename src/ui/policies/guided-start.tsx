"use client";

import { useMemo, useState } from "react";
import { documentTypeKeys, typeWords } from "@/core/documents";
import { minorDigits, typedMoney, sizeOf } from "@/core/money";
import { directoryOf } from "@/core/people";
import { readPolicy } from "@/core/policy";
import type { Result } from "@/core/refusal";
import {
  APPROVER_CHOICES,
  AnswersSchema,
  policyFromAnswers,
  type Answers,
  type ApproverChoice,
} from "@/core/starting-set";
import { capital, sayNumber } from "../format";
import { Choice } from "../labelled";
import { Button, Refusals } from "../primitives";
import { NameEntry, UnitChoice, useBegin, useBeside, type Where } from "./begin";
import { SentForm } from "../sent-form";
import { refused, sayBand } from "@/core/words";
import { MoneyInput } from "../money-input";

type Step = { over: string; approver: ApproverChoice };
type Typed = { type: string; name: string; unit: string; nobody: boolean; steps: Step[] };

const TITLES = ["What it is for", "Where it applies", "From which amounts", "Who approves", "How it reads"] as const;

/** A first policy in five short steps. What is typed stays when going back; the last step reads it out before the board is opened. */
export function GuidedStart({ names, units, currency, organisation }: Where) {
  const { begin, refusals, busy } = useBegin();
  const { beside, choice } = useBeside(organisation);
  const [at, setAt] = useState(0);
  const [typed, setTyped] = useState<Typed>({
    type: documentTypeKeys[0],
    name: "",
    unit: units.find(({ parent }) => parent === null)?.id ?? units[0]!.id,
    nobody: true,
    steps: [
      { over: sayNumber(2_500 * sizeOf(currency)), approver: "manager" },
      { over: sayNumber(10_000 * sizeOf(currency)), approver: "unitAbove" },
    ],
  });
  const set = (patch: Partial<Typed>) => setTyped((now) => ({ ...now, ...patch }));
  const read = useMemo(() => answersFrom(typed, currency), [typed, currency]);
  const last = at === TITLES.length - 1;
  const may = at !== 0 || typed.name.trim() !== "";
  return (
    <section aria-labelledby="guided">
      <h2 id="guided" className="mb-1 text-lg font-semibold">
        Step by step
      </h2>
      <ol className="mb-3 flex flex-wrap gap-x-4 text-sm">
        {TITLES.map((title, index) => (
          <li
            key={title}
            aria-current={index === at ? "step" : undefined}
            className={index === at ? "font-semibold" : "text-soft"}
          >
            {index + 1}. {title}
          </li>
        ))}
      </ol>
      <SentForm
        className="flex flex-col gap-3 border-l-3 border-harbour pl-4"
        onSend={() => {
          if (!last) return setAt(at + 1);
          if (read.ok) void begin(beside(policyFromAnswers(read.value, { id: "new", owner: "nobody" })));
        }}
      >
        {at === 0 && (
          <>
            <Choice label="For documents of which type" value={typed.type} onChange={(type) => set({ type })}>
              {documentTypeKeys.map((key) => (
                <option key={key} value={key}>
                  {capital(typeWords(key).name.many)}
                </option>
              ))}
            </Choice>
            <NameEntry
              names={names}
              distinction={units.find(({ id }) => id === typed.unit)?.name ?? ""}
              value={typed.name}
              onChange={(name) => set({ name })}
            />
          </>
        )}
        {at === 1 && <UnitChoice units={units} value={typed.unit} onChange={(unit) => set({ unit })} />}
        {at === 2 && <Amounts typed={typed} set={set} currency={currency} />}
        {at === 3 && <Approvers typed={typed} set={set} currency={currency} />}
        {at === 3 && choice}
        {last && <ReadOut read={read} organisation={organisation} />}
        <Refusals refusals={refusals} />
        <div className="flex gap-2">
          {at > 0 && (
            <Button look="quiet" onClick={() => setAt(at - 1)}>
              Back
            </Button>
          )}
          <Button type="submit" look="solid" disabled={busy || !may || (last && !read.ok)}>
            {last ? "Open it on the band board" : "Go on"}
          </Button>
        </div>
      </SentForm>
    </section>
  );
}

type Part = { typed: Typed; set(patch: Partial<Typed>): void; currency: string };

function Amounts({ typed, set, currency }: Part) {
  const { steps, nobody } = typed;
  return (
    <>
      <label className="flex min-h-9 items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-harbour"
          checked={nobody}
          onChange={(event) => set({ nobody: event.target.checked })}
        />
        Small amounts need nobody
      </label>
      {steps.map((step, index) =>
        !nobody && index === 0 ? null : (
          <div key={index} className="flex items-center gap-2">
            <label htmlFor={`over-${index}`} className="w-44">
              {index === 0 ? "Somebody approves over" : "One more approves over"}
            </label>
            <MoneyInput
              id={`over-${index}`}
              className="w-36!"
              currency={currency}
              value={step.over}
              onValue={(over) => set({ steps: steps.with(index, { ...step, over }) })}
            />
            {currency}
            {steps.length > 1 && (
              <Button small look="quiet" onClick={() => set({ steps: steps.toSpliced(index, 1) })}>
                Remove<span className="sr-only"> {step.over}</span>
              </Button>
            )}
          </div>
        ),
      )}
      {steps.length < 4 && (
        <Button
          small
          className="self-start"
          onClick={() => set({ steps: [...steps, { over: "50,000", approver: "byLimit" }] })}
        >
          Add a step
        </Button>
      )}
      <p className="text-sm text-soft">
        The exact amount itself stays below: “over 2,500” leaves 2,500.00 with the step before.
      </p>
    </>
  );
}

function Approvers({ typed, set, currency }: Part) {
  const { steps, nobody } = typed;
  return steps.map((step, index) => (
    <Choice
      key={index}
      label={
        index === 0 && !nobody ? "For every amount" : `Over ${step.over} ${currency}${index > 0 ? ", as well" : ""}`
      }
      value={step.approver}
      onChange={(approver) => set({ steps: steps.with(index, { ...step, approver: approver as ApproverChoice }) })}
    >
      {Object.entries(APPROVER_CHOICES).map(([key, { label }]) => (
        <option key={key} value={key}>
          {label}
        </option>
      ))}
    </Choice>
  ));
}

function ReadOut({ read, organisation }: { read: ReturnType<typeof answersFrom> } & Pick<Where, "organisation">) {
  if (!read.ok) return <Refusals refusals={read.refusals} />;
  const policy = readPolicy(policyFromAnswers(read.value, { id: "new", owner: "nobody" }));
  if (!policy.ok) return <Refusals refusals={policy.refusals} />;
  const section = policy.value.sections[0]!;
  const directory = directoryOf(organisation);
  return (
    <>
      <ol className="serif flex flex-col gap-1 text-[15px]">
        {section.bands.map((_, band) => (
          <li key={band}>{sayBand(policy.value, section, band, directory)}</li>
        ))}
      </ol>
      <p className="text-sm text-soft">Sections, conditions, times and everything else are set on the board.</p>
    </>
  );
}

function answersFrom(typed: Typed, currency: string): Result<Answers> {
  const steps = typed.steps.map((step, index) => {
    if (index === 0 && !typed.nobody) return { ...step, over: 0 };
    const parsed = typedMoney(step.over, currency);
    return { ...step, over: parsed.ok ? parsed.money.minor : Number.NaN };
  });
  const wrong = steps.findIndex(({ over }) => Number.isNaN(over));
  const least = { minor: 10 ** minorDigits(currency), currency };
  if (wrong >= 0) return refused("typed step", { typed: typed.steps[wrong]!.over, least });
  const read = AnswersSchema.safeParse({
    name: typed.name,
    documentType: typed.type,
    units: [typed.unit],
    currency,
    firstNeedsNobody: typed.nobody,
    steps,
  });
  return read.success
    ? { ok: true, value: read.data }
    : refused("answers of a start", { said: capital(read.error.issues[0]!.message) });
}
