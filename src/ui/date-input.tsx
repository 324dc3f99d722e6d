"use client";

import {
  createContext,
  useContext,
  useEffect,
  useId,
  useRef,
  useState,
  type ComponentProps,
  type ReactNode,
} from "react";
import { dayTyped, type DayOrder } from "@/core/calendar";
import { sayDate } from "@/core/text";
import { useBegun } from "./begun";

const Order = createContext<DayOrder>("day first");

/** In which order the organisation writes days, for every field below it. */
export function DayOrderProvider({ order, children }: { order: DayOrder; children: ReactNode }) {
  return <Order value={order}>{children}</Order>;
}

const EXAMPLES: Record<DayOrder, string> = { "day first": "31/12/2026", "month first": "12/31/2026" };

type Props = Omit<ComponentProps<"input">, "value" | "defaultValue" | "onChange" | "type"> & {
  /** ISO date; empty for none. */
  value?: string;
  defaultValue?: string | undefined;
  /** @param day ISO date; empty for none, and while what is typed is no day */
  onDay?(day: string): void;
};

/**
 * A day that is typed in the organisation's own order or picked from a calendar, and shown as it is everywhere else. In a form that stands in an address it goes as an ISO date, or
 * as it was typed where it is no day.
 */
export function DateInput({ value, defaultValue = "", onDay, name, min, max, className = "", ...rest }: Props) {
  const order = useContext(Order);
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  const picker = useRef<HTMLInputElement>(null);
  const [own, setOwn] = useBegun(defaultValue);
  const [typed, setTyped] = useBegun<string | null>(null, defaultValue);
  const day = value ?? own;
  const isBad = typed !== null && typed.trim() !== "" && dayTyped(typed, order) === null;
  const [left, setLeft] = useState(false);
  const problem = isBad ? `“${typed}” is no day. Type it as 31 Dec 2026 or ${EXAMPLES[order]}.` : "";
  useEffect(() => field.current?.setCustomValidity(problem), [problem]);
  const take = (next: string) => {
    setOwn(next);
    if (next !== day) onDay?.(next);
  };
  const pick = () => {
    try {
      picker.current?.showPicker();
    } catch {
      // A browser without a calendar of its own: the day is typed.
      field.current?.focus();
    }
  };
  return (
    <span className="block">
      <span className="relative block">
        <input
          {...rest}
          ref={field}
          type="text"
          autoComplete="off"
          className={`field pr-9! ${className}`}
          value={typed ?? (day ? sayDate(day) : "")}
          aria-invalid={isBad && left}
          aria-describedby={isBad && left ? `${id}-problem` : rest["aria-describedby"]}
          onChange={(event) => {
            setTyped(event.target.value);
            take(dayTyped(event.target.value, order) ?? "");
          }}
          onFocus={() => setLeft(false)}
          onBlur={() => {
            setLeft(true);
            if (!isBad) setTyped(null);
          }}
        />
        <button
          type="button"
          aria-label="Pick from a calendar"
          disabled={rest.disabled}
          className="absolute top-1/2 right-1 flex size-7 -translate-y-1/2 items-center justify-center rounded-sm text-soft hover:bg-mist/40"
          onClick={pick}
        >
          <svg width="14" height="14" viewBox="0 0 14 14" fill="none" stroke="currentColor" aria-hidden="true">
            <path d="M1.5 3.5h11v9h-11zM1.5 6.5h11M4.5 1v3M9.5 1v3" />
          </svg>
        </button>
        <input
          ref={picker}
          type="date"
          tabIndex={-1}
          aria-hidden="true"
          className="pointer-events-none absolute right-0 bottom-0 size-px opacity-0"
          value={day}
          min={min}
          max={max}
          onChange={(event) => {
            setTyped(null);
            take(event.target.value);
          }}
        />
        {name && <input type="hidden" name={name} value={isBad ? typed! : day} />}
      </span>
      {isBad && left && (
        <span id={`${id}-problem`} className="block text-sm text-held">
          {problem}
        </span>
      )}
    </span>
  );
}
