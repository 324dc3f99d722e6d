"use client";

import { useCombobox } from "downshift";
import { useEffect, useId, useRef, useState, type ReactNode } from "react";

/** A choice under a field that is typed in: its key, and what stands beside its name. */
export type Listed = {
  id: string;
  name: string;
  about: string;
  /** Chosen by the same person lately. */ lately?: boolean;
};

type Props<I extends Listed> = {
  label: ReactNode;
  labelClass?: string | undefined;
  id?: string | undefined;
  /** What stands in the field. */
  text: string;
  onText(text: string): void;
  onTake(choice: I): void;
  onOpenChange?: ((open: boolean) => void) | undefined;
  choices: readonly I[];
  /** Said where nothing has the letters typed. */
  none?: string | undefined;
  /** Whether what stands in the field is replaced by what is typed next: a name that was chosen, and not letters of one. */
  replaced?: boolean;
  /** Whether the list stays in place and open, as in a dialog of its own. */
  inPlace?: boolean;
  /** Of the field, for whoever does not see it. */
  describedBy?: string | undefined;
  invalid?: boolean;
  placeholder?: string | undefined;
  maxLength?: number | undefined;
  row?: (choice: I) => ReactNode;
  /** Beside the field. */
  beside?: ReactNode;
};

const LIST =
  "absolute inset-x-0 z-20 md:min-w-52 mt-0.5 max-h-64 overflow-y-auto rounded-sm border border-rule bg-white shadow-lg";

/**
 * A field with what is found by its letters below: arrow keys open the list and move in it, Enter takes, Escape closes. Leaving the field takes nothing. Everything that
 * is picked by letters is picked with this.
 */
export function Picker<I extends Listed>(props: Props<I>) {
  const { label, choices, none, text, inPlace = false, row = nameAndAbout, invalid = false } = props;
  const own = useId();
  const id = props.id ?? own;
  const { isOpen, highlightedIndex, getLabelProps, getInputProps, getMenuProps, getItemProps } = useCombobox<I>({
    id,
    inputId: id,
    items: [...choices],
    inputValue: text,
    selectedItem: null,
    defaultHighlightedIndex: 0,
    ...(inPlace && { isOpen: true }),
    itemToString: (choice) => choice?.name ?? "",
    itemToKey: (choice) => choice?.id,
    onIsOpenChange: ({ isOpen: open }) => props.onOpenChange?.(open),
    onStateChange: ({ type, selectedItem }) => {
      const { ItemClick, InputKeyDownEnter } = useCombobox.stateChangeTypes;
      if ((type === ItemClick || type === InputKeyDownEnter) && selectedItem) props.onTake(selectedItem);
    },
  });
  const nothing = isOpen && choices.length === 0 && none;
  return (
    <div className="relative">
      <label {...getLabelProps()} className={props.labelClass ?? "text-sm font-semibold"}>
        {label}
      </label>
      <div className="flex gap-2">
        <input
          {...getInputProps({
            // At once, or the cursor would jump to the end of what is typed in the middle.
            onChange: (event) => props.onText(event.currentTarget.value),
            onFocus: (event) => {
              if (props.replaced) event.currentTarget.select();
            },
            onKeyDown: (event) => {
              if (event.key === "Escape" && isOpen && !inPlace) event.stopPropagation();
              // A field without a list keeps its letters.
              if (event.key === "Escape" && !isOpen) (event.nativeEvent as Untouched).preventDownshiftDefault = true;
            },
          })}
          aria-describedby={props.describedBy}
          aria-invalid={invalid}
          autoComplete="off"
          className={`field placeholder:text-soft ${invalid ? "border-held!" : ""}`}
          placeholder={props.placeholder}
          maxLength={props.maxLength}
        />
        {props.beside}
      </div>
      <ul
        {...getMenuProps({ "aria-label": "What was found" })}
        className={inPlace ? "mt-2 max-h-96 overflow-y-auto" : LIST}
        hidden={!isOpen || choices.length === 0}
      >
        {isOpen &&
          choices.map((item, index) => (
            <li
              key={item.id}
              {...getItemProps({ item, index })}
              className={`flex min-h-10 cursor-pointer flex-wrap items-baseline gap-x-2 px-3 py-2 ${index === highlightedIndex ? "bg-mist/60" : ""}`}
            >
              {row(item)}
            </li>
          ))}
      </ul>
      {nothing && <p className={`px-3 py-2 text-soft ${inPlace ? "" : LIST}`}>{none}</p>}
    </div>
  );
}

type Untouched = Event & { preventDownshiftDefault?: boolean };

const nameAndAbout = ({ name, about, lately }: Listed): ReactNode => (
  <>
    {name}
    <span className="text-sm text-soft">{[about, lately && "recent"].filter(Boolean).join(", ")}</span>
  </>
);

/** What is known by letters. An answer that comes after a later question is of no use; one that fails finds nothing. */
export type Find<I> = (text: string, signal: AbortSignal) => Promise<I[]>;

/** What is found by the letters typed, and for which letters that is. @param text null while nothing is asked */
export function useFound<I>(text: string | null, find: Find<I>): { found: I[]; looked: string | null } {
  const [answer, setAnswer] = useState<{ found: I[]; looked: string | null }>({ found: [], looked: null });
  const ask = useRef(find);
  useEffect(() => {
    ask.current = find;
  });
  useEffect(() => {
    if (text === null) return;
    const stop = new AbortController();
    void ask
      .current(text, stop.signal)
      .catch(() => [])
      .then((found) => {
        if (!stop.signal.aborted) setAnswer({ found, looked: text });
      });
    return () => stop.abort();
  }, [text]);
  return text === null ? { found: [], looked: null } : answer;
}

/** Asks the server for what has the letters; nothing where it refuses. */
export async function findAt<I>(path: string, query: Record<string, string>, signal: AbortSignal): Promise<I[]> {
  const response = await fetch(`${path}?${new URLSearchParams(query)}`, { signal });
  return response.ok ? ((await response.json()) as I[]) : [];
}
