"use client";

import { useEffect, useId, useRef, useState } from "react";
import { ChoiceList, comboboxProps, useChoiceKeys } from "../choice-list";

export type Picked = { id: string; name: string; unitId?: string };
type Found = Picked & { title: string; unit: string };

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
};

/**
 * Finds a person by a few letters of name, address or title. A text field with a list below it: arrow keys move, Enter takes, Escape closes.
 */
export function PersonPicker({ label, hint, value, onChange, role, except = [], none }: Props) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const found = useFound(text, role);
  const open = text !== null;
  const choices = found.filter((person) => !except.includes(person.id));
  const listed = choices.map(({ title, unit, ...person }) => ({ ...person, about: `${title}, ${unit}` }));
  const take = (person: Picked | null) => {
    onChange(person);
    setText(null);
  };
  const onTake = (index: number) => take(choices[index]!);
  const { at, setAt, onKeyDown } = useChoiceKeys({
    open,
    choices: listed,
    onOpen: () => setText(""),
    onClose: () => setText(null),
    onTake,
  });
  return (
    <div className="relative">
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      <div className="flex gap-2">
        <input
          id={id}
          {...comboboxProps(id, open, at, listed)}
          aria-describedby={hint ? `${id}-hint` : undefined}
          placeholder={none && !value ? none : "Type a name"}
          className="field placeholder:text-soft"
          value={text ?? value?.name ?? ""}
          onChange={(event) => {
            setAt(0);
            setText(event.target.value);
          }}
          onKeyDown={onKeyDown}
          onBlur={() => setText(null)}
        />
        {none && value && (
          <button type="button" className="min-h-9 shrink-0 text-sm text-harbour underline" onClick={() => take(null)}>
            {none}
          </button>
        )}
      </div>
      {hint && (
        <p id={`${id}-hint`} className="mt-0.5 text-sm text-soft">
          {hint}
        </p>
      )}
      {open && (
        <ChoiceList
          id={id}
          label={label}
          choices={listed}
          at={at}
          onTake={onTake}
          none="Nobody who can be chosen has these letters"
        />
      )}
    </div>
  );
}

/** The people who have the letters typed. */
function useFound(text: string | null, role: string | undefined): Found[] {
  const [found, setFound] = useState<Found[]>([]);
  const asked = useRef(0);
  useEffect(() => {
    if (text === null) return;
    const mine = (asked.current += 1);
    const query = new URLSearchParams({ q: text, ...(role && { role }) });
    void fetch(`/api/people?${query}`)
      .then((response) => (response.ok ? (response.json() as Promise<Found[]>) : []))
      // An answer that comes after a later one is of no use.
      .then((people) => mine === asked.current && setFound(people))
      .catch(() => setFound([]));
  }, [text, role]);
  return found;
}
