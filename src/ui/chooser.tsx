"use client";

import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from "react";

export type Choosable = { id: string; name: string; about: string };

type Props = {
  label: ReactNode;
  name?: string;
  value: string;
  /** What is typed, at every letter; it may be something that is not known yet. */
  onType(text: string): void;
  onChoose(choice: Choosable): void;
  /** What is known by a few letters. */
  find(text: string, signal: AbortSignal): Promise<Choosable[]>;
  /** Said below when nothing known is called so. */
  unknown?: ReactNode;
  invalid?: boolean;
  placeholder?: string;
  maxLength?: number;
};

/** A field whose known values are found by a few letters: arrow keys move, Enter takes, Escape closes. What is not known can be typed, and is said at once. */
export function Chooser({ label, name, value, onType, onChoose, find, unknown, invalid = false, ...rest }: Props) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const { found, looked } = useFound(value, find);
  const isKnown = found.some((one) => one.name.toLowerCase() === value.trim().toLowerCase());
  const take = (choice: Choosable) => {
    onChoose(choice);
    setOpen(false);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      if (!open) return setOpen(true);
      setAt((now) => Math.max(0, Math.min(found.length - 1, now + (event.key === "ArrowDown" ? 1 : -1))));
    }
    if (event.key === "Enter" && open && found[at]) {
      event.preventDefault();
      take(found[at]);
    }
    if (event.key === "Escape" && open) {
      event.preventDefault();
      event.stopPropagation();
      setOpen(false);
    }
  };
  const doubt = unknown && looked === value && value.trim().length > 1 && !isKnown && !open;
  return (
    <div className="relative">
      <label htmlFor={name ?? id} className="text-sm font-semibold">
        {label}
      </label>
      <input
        id={name ?? id}
        role="combobox"
        aria-expanded={open && found.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={open && found[at] ? `${id}-${at}` : undefined}
        aria-describedby={doubt ? `${id}-doubt` : undefined}
        aria-invalid={invalid}
        autoComplete="off"
        className={`field ${invalid ? "border-held!" : ""}`}
        value={value}
        onChange={(event) => {
          setAt(0);
          setOpen(true);
          onType(event.target.value);
        }}
        onKeyDown={onKey}
        onBlur={() => setOpen(false)}
        {...rest}
      />
      {doubt && (
        <p id={`${id}-doubt`} role="status" className="mt-0.5 text-sm text-held">
          {unknown}
        </p>
      )}
      {open && found.length > 0 && !(found.length === 1 && isKnown) && (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label={typeof label === "string" ? label : undefined}
          className="absolute inset-x-0 z-20 mt-0.5 max-h-64 overflow-y-auto rounded-sm border border-rule bg-white shadow-lg"
        >
          {found.map((one, index) => (
            <li
              key={one.id}
              id={`${id}-${index}`}
              role="option"
              aria-selected={index === at}
              className={`flex min-h-10 cursor-pointer flex-wrap items-baseline gap-x-2 px-3 py-2 ${index === at ? "bg-mist/60" : ""}`}
              // Before the field loses the focus, which would close the list.
              onMouseDown={(event) => {
                event.preventDefault();
                take(one);
              }}
            >
              {one.name}
              <span className="text-sm text-soft">{one.about}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** What is known by the letters typed, and for which letters that is. An answer that comes after a later question is of no use. */
function useFound(text: string, find: Props["find"]) {
  const [answer, setAnswer] = useState<{ found: Choosable[]; looked: string }>({ found: [], looked: "" });
  const ask = useRef(find);
  useEffect(() => {
    ask.current = find;
  });
  useEffect(() => {
    const stop = new AbortController();
    if (text.trim() === "") return;
    void ask
      .current(text, stop.signal)
      .then((found) => setAnswer({ found, looked: text }))
      .catch(() => {}); // what was asked for before the last letter is not waited for
    return () => stop.abort();
  }, [text]);
  return text.trim() === "" ? { found: [], looked: "" } : answer;
}
