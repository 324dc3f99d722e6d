"use client";

import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";

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
  const { found, at, setAt } = useFound(text, role);
  const open = text !== null;
  const choices = found.filter((person) => !except.includes(person.id));
  const take = (person: Picked | null) => {
    onChange(person);
    setText(null);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      if (!open) return setText("");
      setAt((now) => Math.max(0, Math.min(choices.length - 1, now + (event.key === "ArrowDown" ? 1 : -1))));
    }
    if (event.key === "Enter" && open) {
      event.preventDefault();
      if (choices[at]) take(choices[at]);
    }
    if (event.key === "Escape" && open) {
      event.preventDefault();
      event.stopPropagation();
      setText(null);
    }
  };
  return (
    <div className="relative">
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      <div className="flex gap-2">
        <input
          id={id}
          role="combobox"
          aria-expanded={open}
          aria-controls={`${id}-list`}
          aria-activedescendant={open && choices[at] ? `${id}-${at}` : undefined}
          aria-describedby={hint ? `${id}-hint` : undefined}
          autoComplete="off"
          placeholder={none && !value ? none : "Type a name"}
          className="field placeholder:text-soft"
          value={text ?? value?.name ?? ""}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={onKey}
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
      {open && <Choices id={id} label={label} choices={choices} at={at} onTake={take} />}
    </div>
  );
}

/** The people who have the letters typed, and which of them the arrow keys have come to. */
function useFound(text: string | null, role: string | undefined) {
  const [found, setFound] = useState<Found[]>([]);
  const [at, setAt] = useState(0);
  const asked = useRef(0);
  useEffect(() => {
    if (text === null) return;
    const mine = (asked.current += 1);
    const query = new URLSearchParams({ q: text, ...(role && { role }) });
    void fetch(`/api/people?${query}`)
      .then((response) => (response.ok ? (response.json() as Promise<Found[]>) : []))
      .then((people) => {
        // An answer that comes after a later one is of no use.
        if (mine !== asked.current) return;
        setFound(people);
        setAt(0);
      })
      .catch(() => setFound([]));
  }, [text, role]);
  return { found, at, setAt };
}

function Choices({
  id,
  label,
  choices,
  at,
  onTake,
}: {
  id: string;
  label: string;
  choices: Found[];
  at: number;
  onTake(person: Picked): void;
}) {
  return (
    <ul
      id={`${id}-list`}
      role="listbox"
      aria-label={label}
      className="absolute inset-x-0 z-20 mt-0.5 max-h-64 overflow-y-auto rounded-sm border border-rule bg-white shadow-lg"
    >
      {choices.map((person, index) => (
        <li
          key={person.id}
          id={`${id}-${index}`}
          role="option"
          aria-selected={index === at}
          className={`flex min-h-10 cursor-pointer flex-wrap items-baseline gap-x-2 px-3 py-2 ${index === at ? "bg-mist/60" : ""}`}
          // Before the field loses the focus, which would close the list.
          onMouseDown={(event) => {
            event.preventDefault();
            onTake(person);
          }}
        >
          {person.name}
          <span className="text-sm text-soft">
            {person.title}, {person.unit}
          </span>
        </li>
      ))}
      {choices.length === 0 && <li className="px-3 py-2 text-soft">Nobody who can be chosen has these letters</li>}
    </ul>
  );
}
