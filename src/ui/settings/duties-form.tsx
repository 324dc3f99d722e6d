"use client";

import { useFormContext } from "react-hook-form";
import { type DutyRule } from "@/core/segregation";
import { TypedForm, useSettingsForm } from "../form-fields";
import { SaveRow } from "./save-row";
import { DUTY_WORDS } from "@/core/words";
import { Table } from "../tables";

type Props = { start: readonly DutyRule[]; mayWrite: boolean };

const MODES: Readonly<Record<DutyRule["mode"], string>> = {
  refuse: "Refuse",
  mark: "Allow and list",
  allow: "Allow",
};

/** Which two acts about one document or supplier should not meet in one person, and what happens where they would. */
export function DutiesForm({ start, mayWrite }: Props) {
  const { form, run, refusals, busy, saved } = useSettingsForm("/api/rules", { duties: [...start] });
  return (
    <section aria-labelledby="duties" className="mt-6">
      <h2 id="duties" className="mb-1 text-lg font-semibold">
        Acts on one document that should not be one person’s
      </h2>
      <p className="mb-2 text-sm text-soft">
        Whatever roles somebody has, and in whatever order the two are done. What is listed stands in the control
        report.
      </p>
      <TypedForm form={form} refusals={refusals} onSave={({ duties }) => run({ rules: { duties } })}>
        <Table labelledBy="duties" heads={[{ label: "Who" }, { label: "and" }, { label: "If it is the same person" }]}>
          {start.map(({ duties }, index) => (
            <Row key={duties.join(" ")} duties={duties} name={`duties.${index}.mode`} mayWrite={mayWrite} />
          ))}
        </Table>
        {mayWrite && <SaveRow busy={busy} saved={saved} what="acts kept apart" />}
      </TypedForm>
    </section>
  );
}

type RowProps = { duties: DutyRule["duties"]; name: string; mayWrite: boolean };

function Row({ duties: [one, other], name, mayWrite }: RowProps) {
  const { register } = useFormContext();
  return (
    <tr className="[&>td]:align-middle!">
      <td>{DUTY_WORDS[one]}</td>
      <td>{DUTY_WORDS[other]}</td>
      <td>
        <select
          className="field"
          aria-label={`Who ${DUTY_WORDS[one]} and ${DUTY_WORDS[other]}`}
          {...register(name)}
          disabled={!mayWrite}
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
