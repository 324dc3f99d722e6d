"use client";

import { useId, useState } from "react";
import { Picker, findAt, useFound } from "../picker";

export type Picked = { id: string; name: string; unitId?: string };
type Found = Picked & { title: string; unit: string; lately: boolean };

type Props = {
  label: string;
  hint?: string;
  value: Picked | null;
  onChange(person: Picked | null): void;
  /** Only people who hold this role. */
  role?: string;
  except?: readonly string[];
  /** What it means to choose nobody; without it somebody has to be chosen. */
  none?: string;
  labelClass?: string;
};

/** Finds a person by a few letters of name, address or title. */
export function PersonPicker({ label, hint, value, onChange, role, except = [], none, labelClass }: Props) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const { found } = useFound<Found>(text, (typed, signal) =>
    findAt("/api/people", { q: typed, ...(role && { role }) }, signal),
  );
  const choices = found
    .filter((person) => !except.includes(person.id))
    .map((person) => ({ ...person, about: `${person.title}, ${person.unit}` }));
  const take = (person: Picked | null) => {
    onChange(person);
    setText(null);
  };
  return (
    <div>
      <Picker
        id={id}
        label={label}
        labelClass={labelClass}
        text={text ?? value?.name ?? ""}
        replaced={text === null && value !== null}
        onText={setText}
        onTake={({ id: person, name, unitId }) => take({ id: person, name, ...(unitId && { unitId }) })}
        onOpenChange={(open) => setText((typed) => (open ? (typed ?? "") : null))}
        choices={choices}
        none="Nobody who can be chosen has these letters"
        describedBy={hint ? `${id}-hint` : undefined}
        placeholder={none && !value ? none : "Type a name"}
        beside={
          none &&
          value && (
            <button
              type="button"
              className="min-h-9 shrink-0 text-sm text-harbour underline"
              onClick={() => take(null)}
            >
              {none}
            </button>
          )
        }
      />
      {hint && (
        <p id={`${id}-hint`} className="mt-0.5 text-sm text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}
