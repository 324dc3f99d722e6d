"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import { capital } from "../format";
import { ChoiceField, TextField, TickField, TypedForm } from "../form-fields";
import { PersonLink } from "../people/state";
import { useChange } from "../people/use-change";
import { Button, Refusals } from "../primitives";

type Rule = { roles: [string, string]; why: string; exceptions: boolean };
export type Broken = { person: { id: string; name: string }; words: string; reason: string | null };

type Props = { rules: Rule[]; roles: readonly string[]; broken: Broken[]; mayWrite: boolean };

/** Roles that must not meet in one person, and where they do. */
export function Segregation({ rules, roles, broken, mayWrite }: Props) {
  const [adding, setAdding] = useState(false);
  return (
    <div className="flex flex-col gap-6">
      <section aria-labelledby="rules">
        <h2 id="rules" className="mb-1 text-lg font-semibold">
          Roles that must not meet in one person
        </h2>
        <Rules rules={rules} mayWrite={mayWrite} />
        {mayWrite && !adding && (
          <Button small className="mt-2.5" onClick={() => setAdding(true)}>
            Add incompatible roles
          </Button>
        )}
        {adding && <NewRule rules={rules} roles={roles} onDone={() => setAdding(false)} />}
      </section>
      <section aria-labelledby="broken">
        <h2 id="broken" className="mb-1 text-lg font-semibold">
          Present conflicts
        </h2>
        <Meetings broken={broken} />
      </section>
    </div>
  );
}

function Rules({ rules, mayWrite }: Pick<Props, "rules" | "mayWrite">) {
  const { change, busy, refusals } = useChange();
  const save = (next: Rule[]) => void change({ type: "set segregation", rules: next });
  return (
    <>
      <Refusals refusals={refusals} />
      <ul className="border-t border-rule">
        {rules.map((rule, index) => {
          const both = <span className="sr-only"> {rule.roles.join(" and ")}</span>;
          const others = rules.filter((_, at) => at !== index);
          return (
            <li
              key={index}
              className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule/70 py-1.5"
            >
              <span>
                <b className="font-semibold">
                  {capital(rule.roles[0])} and {rule.roles[1]}.
                </b>{" "}
                {rule.why}.{" "}
                <span className="text-soft">{rule.exceptions ? "Allowed with a reason." : "Never allowed."}</span>
              </span>
              {mayWrite && (
                <span className="flex gap-2">
                  <Button
                    small
                    look="quiet"
                    disabled={busy}
                    onClick={() => save(rules.with(index, { ...rule, exceptions: !rule.exceptions }))}
                  >
                    {rule.exceptions ? "Never allow" : "Allow with a reason"}
                    {both}
                  </Button>
                  <Button small look="quiet" disabled={busy} onClick={() => save(others)}>
                    Remove{both}
                  </Button>
                </span>
              )}
            </li>
          );
        })}
        {rules.length === 0 && (
          <li className="py-1.5 text-held">Nothing is kept apart: one person may do everything.</li>
        )}
      </ul>
    </>
  );
}

type TypedRule = { one: string; other: string; why: string; exceptions: boolean };

function NewRule({ rules, roles, onDone }: Pick<Props, "rules" | "roles"> & { onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const form = useForm<TypedRule>({
    defaultValues: { one: "clerk", other: "administrator", why: "", exceptions: false },
  });
  const add = async ({ one, other, ...rule }: TypedRule) => {
    const all = [...rules, { roles: [one, other], ...rule }];
    if (await change({ type: "set segregation", rules: all })) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={add} className="mt-3 max-w-lg">
      <div className="grid grid-cols-2 gap-3">
        {(
          [
            ["one", "One role"],
            ["other", "The other"],
          ] as const
        ).map(([name, label]) => (
          <ChoiceField key={name} name={name} label={label}>
            {roles.map((role) => (
              <option key={role}>{role}</option>
            ))}
          </ChoiceField>
        ))}
      </div>
      <TextField name="why" label="Why" required maxLength={200} />
      <TickField name="exceptions" label="Allowed with a reason" />
      <div className="flex gap-2">
        <Button type="submit" look="solid" disabled={busy}>
          Save
        </Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </TypedForm>
  );
}

function Meetings({ broken }: { broken: Broken[] }) {
  if (broken.length === 0) return <p className="text-soft">Nowhere.</p>;
  return (
    <ul className="border-t border-rule">
      {broken.map((one, index) => (
        <li key={index} className="border-b border-rule/70 py-1.5">
          <PersonLink person={one.person} /> holds {one.words}.{" "}
          {one.reason ? (
            <span className="text-soft">Reason: {one.reason}.</span>
          ) : (
            <span className="font-medium text-held">No reason is kept: the rule came after the roles.</span>
          )}
        </li>
      ))}
    </ul>
  );
}
