"use client";

import { DUTY_WORDS, type DutyRule } from "@/core/segregation";
import { SectionTitle } from "../primitives";

type Props = { rules: readonly DutyRule[]; mayWrite: boolean; onChange(rules: DutyRule[]): void };

const MODES = { refuse: "Refuse", mark: "Allow, and list in the control report" } as const;

/** Which two acts about one document or supplier should not meet in one person, and what happens where they would. */
export function DutiesEditor({ rules, mayWrite, onChange }: Props) {
  return (
    <section aria-labelledby="duties" className="mt-3">
      <SectionTitle id="duties">Segregation of duties on one document</SectionTitle>
      <p className="mb-2 text-sm text-soft">
        Whatever roles somebody has: these two acts about the same document or its supplier should not be one person’s.
      </p>
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-b border-ink/40 text-left text-sm text-soft [&_th]:py-1 [&_th]:pr-4 [&_th]:font-normal">
            <th scope="col">Who</th>
            <th scope="col">and</th>
            <th scope="col">If it is the same person</th>
          </tr>
        </thead>
        <tbody>
          {rules.map(({ duties: [one, other], mode }, index) => (
            <tr key={`${one} ${other}`} className="border-b border-rule/70 [&_td]:py-1 [&_td]:pr-4">
              <td>{DUTY_WORDS[one]}</td>
              <td>{DUTY_WORDS[other]}</td>
              <td>
                <select
                  className="field"
                  aria-label={`Who ${DUTY_WORDS[one]} and ${DUTY_WORDS[other]}`}
                  disabled={!mayWrite}
                  value={mode}
                  onChange={(event) =>
                    onChange(rules.with(index, { ...rules[index]!, mode: event.target.value as DutyRule["mode"] }))
                  }
                >
                  {Object.entries(MODES).map(([key, words]) => (
                    <option key={key} value={key}>
                      {words}
                    </option>
                  ))}
                </select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
