"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Organisation } from "@/core/people";
import { sayNotName } from "@/core/words";
import { whyNotName, type Policy, type PolicyInput } from "@/core/policy";
import type { Refusal } from "@/core/refusal";
import { decidedBeside, reportingToNobody } from "@/core/starting-set";
import { joinWords } from "@/core/text";
import { Choice, Entry } from "../labelled";
import { send } from "../send";

export type Where = {
  names: { id: string; name: string }[];
  units: { id: string; name: string; parent: string | null }[];
  currency: string;
  organisation: Organisation;
};

/** Creates the draft and goes to its board; what is refused comes back. */
export function useBegin() {
  const router = useRouter();
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const begin = async (policy: PolicyInput | Policy) => {
    setBusy(true);
    const result = await send<{ id: string }>("/api/policies", { policy });
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    router.push(`/policies/${result.value.id}`);
  };
  return { begin, refusals, setRefusals, busy };
}

/** A name of its own for the policy; one that exists, or nearly does, is refused at once with another to take. */
export function NameEntry({
  names,
  distinction,
  value,
  onChange,
}: {
  names: Where["names"];
  distinction: string;
  value: string;
  onChange(name: string): void;
}) {
  const why = value.trim() ? whyNotName(value, names, distinction) : null;
  const offered = why && "values" in why ? why.values.instead : null;
  return (
    <div>
      <Entry label="Name of the policy" required maxLength={80} value={value} onChange={onChange} />
      {why && (
        <p role="alert" className="mt-1 text-sm text-held">
          {sayNotName(why, value)}{" "}
          {offered && (
            <button type="button" className="text-harbour underline" onClick={() => onChange(offered)}>
              Take that name
            </button>
          )}
        </p>
      )}
    </div>
  );
}

/** Those who report to nobody, and who is to decide for them; null where there is nobody of the kind. */
export function useBeside({ people }: Organisation) {
  const [by, setBy] = useState("");
  const of = reportingToNobody({ people });
  const others = people.filter(
    ({ id, activeUntil, roles }) => !of.includes(id) && !activeUntil && roles.includes("approver"),
  );
  const beside = (policy: PolicyInput) => decidedBeside(policy, of, by ? [by] : []);
  const names = people.filter(({ id }) => of.includes(id)).map(({ name }) => name);
  const choice = of.length > 0 && (
    <Choice
      label={`Who decides what ${joinWords(names, "and")} ${names.length === 1 ? "asks" : "ask"} for, with nobody above`}
      value={by}
      onChange={setBy}
    >
      <option value="">said later, on the board</option>
      {others.map(({ id, name, title }) => (
        <option key={id} value={id}>
          {name}, {title}
        </option>
      ))}
    </Choice>
  );
  return { beside, choice };
}

export function UnitChoice({
  units,
  value,
  onChange,
}: Pick<Where, "units"> & { value: string; onChange(id: string): void }) {
  return (
    <Choice label="For which unit, and everything below it" value={value} onChange={onChange}>
      {units.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Choice>
  );
}
