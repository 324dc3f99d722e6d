"use client";

import { useState } from "react";
import { DUTY_WORDS, type DutyRule } from "@/core/segregation";
import { useSend } from "../document/use-command";
import { Form } from "../labelled";
import { SaveRow } from "./save-row";

type Props = { start: readonly DutyRule[]; mayWrite: boolean };

const MODES: Readonly<Record<DutyRule["mode"], string>> = {
  refuse: "Refuse",
  mark: "Allow and list",
  allow: "Allow",
};

/** Which two acts about one document or supplier should not meet in one person, and what happens where they would. */
export function DutiesForm({ start, mayWrite }: Props) {
  const [rules, setRules] = useState(start);
  const [saved, setSaved] = useState(false);
  const { run, refusals, busy } = useSend("/api/rules", () => setSaved(true));
  const set = (index: number, mode: DutyRule["mode"]) => {
    setSaved(false);
    setRules(rules.with(index, { ...rules[index]!, mode }));
  };
  return (
    <section aria-labelledby="duties" className="mt-6">
      <h2 id="duties" className="mb-1 text-lg font-semibold">
        Acts on one document that should not be one person’s
      </h2>
      <p className="mb-2 text-sm text-soft">
        Whatever roles somebody has, and in whatever order the two are done. What is listed stands in the control
        report.
      </p>
      <Form refusals={refusals} onSave={() => run({ rules: { duties: rules } })}>
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b border-ink/40 text-left text-sm text-soft [&_th]:py-1 [&_th]:pr-4 [&_th]:font-normal">
              <th scope="col">Who</th>
              <th scope="col">and</th>
              <th scope="col">If it is the same person</th>
            </tr>
          </thead>
          <tbody>
            {rules.map((rule, index) => (
              <Row key={rule.duties.join(" ")} rule={rule} mayWrite={mayWrite} onChange={(mode) => set(index, mode)} />
            ))}
          </tbody>
        </table>
        {mayWrite && <SaveRow busy={busy} saved={saved} what="acts kept apart" />}
      </Form>
    </section>
  );
}

type RowProps = { rule: DutyRule; mayWrite: boolean; onChange(mode: DutyRule["mode"]): void };

function Row({ rule: { duties, mode }, mayWrite, onChange }: RowProps) {
  const [one, other] = duties;
  return (
    <tr className="border-b border-rule/70 [&_td]:py-1 [&_td]:pr-4">
      <td>{DUTY_WORDS[one]}</td>
      <td>{DUTY_WORDS[other]}</td>
      <td>
        <select
          className="field"
          aria-label={`Who ${DUTY_WORDS[one]} and ${DUTY_WORDS[other]}`}
          disabled={!mayWrite}
          value={mode}
          onChange={(event) => onChange(event.target.value as DutyRule["mode"])}
        >
          {Object.entries(MODES).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      </td>
    </tr>
  );
}
