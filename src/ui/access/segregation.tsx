"use client";

import { useState } from "react";
import { capital } from "../format";
import { Choice, Entry, Tick } from "../labelled";
import { Button, Refusals } from "../primitives";
import { PersonLink } from "../people/state";
import { useChange } from "../people/use-change";

type Rule = { roles: [string, string]; why: string; exceptions: boolean };
export type Broken = { person: { id: string; name: string }; words: string; reason: string | null };

/** Roles that must not meet in one person, and where they do. */
export function Segregation({
  rules,
  roles,
  broken,
  mayWrite,
}: {
  rules: Rule[];
  roles: readonly string[];
  broken: Broken[];
  mayWrite: boolean;
}) {
  const { change, busy, refusals } = useChange();
  const [adding, setAdding] = useState<Rule | null>(null);
  const save = (next: Rule[]) => change({ type: "set segregation", rules: next });
  const add = async () => {
    if (await save([...rules, adding!])) setAdding(null);
  };
  return (
    <div className="flex flex-col gap-6">
      <section aria-labelledby="rules">
        <h2 id="rules" className="mb-1 text-lg font-semibold">
          Roles that must not meet in one person
        </h2>
        <Refusals refusals={refusals} />
        <ul className="border-t border-rule">
          {rules.map((rule, index) => (
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
                    onClick={() =>
                      void save(rules.map((one, at) => (at === index ? { ...one, exceptions: !one.exceptions } : one)))
                    }
                  >
                    {rule.exceptions ? "Never allow" : "Allow with a reason"}
                    <span className="sr-only">
                      {" "}
                      {rule.roles[0]} and {rule.roles[1]}
                    </span>
                  </Button>
                  <Button
                    small
                    look="quiet"
                    disabled={busy}
                    onClick={() => void save(rules.filter((_, at) => at !== index))}
                  >
                    Remove
                    <span className="sr-only">
                      {" "}
                      {rule.roles[0]} and {rule.roles[1]}
                    </span>
                  </Button>
                </span>
              )}
            </li>
          ))}
          {rules.length === 0 && (
            <li className="py-1.5 text-held">Nothing is kept apart: one person may do everything.</li>
          )}
        </ul>
        {mayWrite && !adding && (
          <Button
            small
            className="mt-2.5"
            onClick={() => setAdding({ roles: ["clerk", "administrator"], why: "", exceptions: false })}
          >
            Keep two more apart
          </Button>
        )}
        {adding && (
          <form
            className="mt-3 flex max-w-lg flex-col gap-2.5"
            onSubmit={(event) => {
              event.preventDefault();
              void add();
            }}
          >
            <div className="grid grid-cols-2 gap-3">
              {([0, 1] as const).map((at) => (
                <Choice
                  key={at}
                  label={at === 0 ? "One role" : "The other"}
                  value={adding.roles[at]}
                  onChange={(role) =>
                    setAdding({ ...adding, roles: at === 0 ? [role, adding.roles[1]] : [adding.roles[0], role] })
                  }
                >
                  {roles.map((role) => (
                    <option key={role}>{role}</option>
                  ))}
                </Choice>
              ))}
            </div>
            <Entry
              label="Why"
              value={adding.why}
              onChange={(why) => setAdding({ ...adding, why })}
              required
              maxLength={200}
            />
            <Tick
              label="Allowed with a reason"
              checked={adding.exceptions}
              onChange={(exceptions) => setAdding({ ...adding, exceptions })}
            />
            <div className="flex gap-2">
              <Button type="submit" look="solid" disabled={busy}>
                Keep them apart
              </Button>
              <Button look="quiet" onClick={() => setAdding(null)}>
                Leave it
              </Button>
            </div>
          </form>
        )}
      </section>
      <section aria-labelledby="broken">
        <h2 id="broken" className="mb-1 text-lg font-semibold">
          Where they meet now
        </h2>
        {broken.length === 0 ? (
          <p className="text-soft">Nowhere.</p>
        ) : (
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
        )}
      </section>
    </div>
  );
}
