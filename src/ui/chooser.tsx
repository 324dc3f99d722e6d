"use client";

import { useEffect, useId, useRef, useState, type ReactNode } from "react";
import { ChoiceList, comboboxProps, useChoiceKeys, type Listed } from "./choice-list";

type Props = {
  label: ReactNode;
  labelClass?: string;
  name?: string;
  value: string;
  /** What is typed, at every letter; it may be something that is not known yet. */
  onType(text: string): void;
  onChoose(choice: Listed): void;
  /** What is known by a few letters. */
  find(text: string, signal: AbortSignal): Promise<Listed[]>;
  /** Said below when nothing known is called so. */
  unknown?: ReactNode;
  invalid?: boolean;
  placeholder?: string;
  maxLength?: number;
};

/** A field whose known values are found by a few letters: arrow keys move, Enter takes, Escape closes. What is not known can be typed, and is said at once. */
export function Chooser({
  label,
  labelClass = "text-sm font-semibold",
  name,
  value,
  onType,
  onChoose,
  find,
  unknown,
  invalid = false,
  ...rest
}: Props) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const { found, looked } = useFound(value, find);
  const isKnown = found.some((one) => one.name.toLowerCase() === value.trim().toLowerCase());
  const shown = open && found.length > 0 && !(found.length === 1 && isKnown);
  const onTake = (index: number) => {
    onChoose(found[index]!);
    setOpen(false);
  };
  const { at, setAt, onKeyDown } = useChoiceKeys({
    open: shown,
    choices: found,
    onOpen: () => setOpen(true),
    onClose: () => setOpen(false),
    onTake,
  });
  const doubt = unknown && looked === value && value.trim().length > 1 && !isKnown && !open;
  return (
    <div className="relative">
      <label htmlFor={name ?? id} className={labelClass}>
        {label}
      </label>
      <input
        id={name ?? id}
        {...comboboxProps(name ?? id, shown, at, found)}
        aria-describedby={doubt ? `${id}-doubt` : undefined}
        aria-invalid={invalid}
        className={`field ${invalid ? "border-held!" : ""}`}
        value={value}
        onChange={(event) => {
          setAt(0);
          setOpen(true);
          onType(event.target.value);
        }}
        onKeyDown={onKeyDown}
        onBlur={() => setOpen(false)}
        {...rest}
      />
      {doubt && (
        <p id={`${id}-doubt`} role="status" className="mt-0.5 text-sm text-held">
          {unknown}
        </p>
      )}
      {shown && (
        <ChoiceList
          id={name ?? id}
          label={typeof label === "string" ? label : undefined}
          choices={found}
          at={at}
          onTake={onTake}
        />
      )}
    </div>
  );
}

/** What is known by the letters typed, and for which letters that is. An answer that comes after a later question is of no use. */
function useFound(text: string, find: Props["find"]) {
  const [answer, setAnswer] = useState<{ found: Listed[]; looked: string }>({ found: [], looked: "" });
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
