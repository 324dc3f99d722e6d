"use client";

import { useState, type KeyboardEvent } from "react";

/** A choice under a field that is typed in: its key, and what stands beside its name. */
export type Listed = { id: string; name: string; about: string };

type Open = { open: boolean; choices: readonly Listed[]; onOpen(): void; onClose(): void; onTake(at: number): void };

/** The keys of a field with a list below it: arrows open it and move, Enter takes, Escape closes the list and nothing else. */
export function useChoiceKeys({ open, choices, onOpen, onClose, onTake }: Open) {
  const [at, setAt] = useState(0);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      if (!open) return onOpen();
      setAt((now) => Math.max(0, Math.min(choices.length - 1, now + (event.key === "ArrowDown" ? 1 : -1))));
    }
    if (event.key === "Enter" && open) {
      event.preventDefault();
      if (choices[at]) onTake(at);
    }
    if (event.key === "Escape" && open) {
      event.preventDefault();
      event.stopPropagation();
      onClose();
    }
  };
  return { at, setAt, onKeyDown };
}

/** What a combobox says of itself to whoever does not see it. */
export function comboboxProps(id: string, open: boolean, at: number, choices: readonly Listed[]) {
  return {
    role: "combobox",
    "aria-expanded": open,
    "aria-controls": `${id}-list`,
    "aria-activedescendant": open && choices[at] ? `${id}-${at}` : undefined,
    autoComplete: "off",
  } as const;
}

export function ChoiceList({
  id,
  label,
  choices,
  at,
  onTake,
  none,
}: {
  id: string;
  label: string | undefined;
  choices: readonly Listed[];
  at: number;
  onTake(at: number): void;
  /** Said where nothing has the letters typed. */
  none?: string;
}) {
  return (
    <ul
      id={`${id}-list`}
      role="listbox"
      aria-label={label}
      className="absolute inset-x-0 z-20 md:min-w-52 mt-0.5 max-h-64 overflow-y-auto rounded-sm border border-rule bg-white shadow-lg"
    >
      {choices.map((choice, index) => (
        <li
          key={choice.id}
          id={`${id}-${index}`}
          role="option"
          aria-selected={index === at}
          className={`flex min-h-10 cursor-pointer flex-wrap items-baseline gap-x-2 px-3 py-2 ${index === at ? "bg-mist/60" : ""}`}
          // Before the field loses the focus, which would close the list.
          onMouseDown={(event) => {
            event.preventDefault();
            onTake(index);
          }}
        >
          {choice.name}
          <span className="text-sm text-soft">{choice.about}</span>
        </li>
      ))}
      {choices.length === 0 && none && <li className="px-3 py-2 text-soft">{none}</li>}
    </ul>
  );
}
