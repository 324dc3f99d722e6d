"use client";

import { useRouter } from "next/navigation";
import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import { Sheet } from "./sheet";

type Goal = { href: string; name: string; kind: string; detail: string };
export type Place = { href: string; name: string };

/** A field that leads to any place, document, person, policy or account by a few letters; Ctrl+K opens it from everywhere. */
export function GoAnywhere({ places }: { places: readonly Place[] }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const listen = (event: globalThis.KeyboardEvent) => {
      if (event.key.toLowerCase() !== "k" || !(event.ctrlKey || event.metaKey) || event.altKey) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <>
      <button
        type="button"
        className="min-h-11 text-soft hover:text-ink"
        aria-keyshortcuts="Control+K"
        title="Ctrl+K"
        onClick={() => setOpen(true)}
      >
        Go to …
      </button>
      <Sheet open={open} onOpenChange={setOpen} title="Go to">
        {open && <Field places={places} onGone={() => setOpen(false)} />}
      </Sheet>
    </>
  );
}

function Field({ places, onGone }: { places: readonly Place[]; onGone(): void }) {
  const router = useRouter();
  const id = useId();
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const found = useGoals(text);
  const goals = [...placesFor(places, text), ...found];
  const go = (goal: Goal | undefined) => {
    if (!goal) return;
    onGone();
    router.push(goal.href);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "Enter") go(goals[at]);
    if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
    event.preventDefault();
    setAt((now) => Math.max(0, Math.min(goals.length - 1, now + (event.key === "ArrowDown" ? 1 : -1))));
  };
  return (
    <>
      <label htmlFor={id} className="text-sm text-soft">
        A number, a title, a name, a place
      </label>
      <input
        id={id}
        role="combobox"
        aria-expanded={goals.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={goals[at] ? `${id}-${at}` : undefined}
        autoComplete="off"
        className="field"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <ul id={`${id}-list`} role="listbox" aria-label="Where to" className="mt-2 max-h-96 overflow-y-auto">
        {goals.map((goal, index) => (
          <li
            key={goal.href}
            id={`${id}-${index}`}
            role="option"
            aria-selected={index === at}
            className={`flex min-h-11 cursor-pointer items-baseline justify-between gap-3 border-b border-rule/70 px-2 py-2 ${index === at ? "bg-mist/60" : ""}`}
            onMouseMove={() => setAt(index)}
            onClick={() => go(goal)}
          >
            <span className="min-w-0">
              <span className="block truncate">{goal.name}</span>
              {goal.detail && <span className="block truncate text-sm text-soft">{goal.detail}</span>}
            </span>
            <span className="shrink-0 text-sm text-soft">{goal.kind}</span>
          </li>
        ))}
      </ul>
      <p role="status" className="mt-2 text-sm text-soft">
        {goals.length === 0 && text.trim().length > 1 ? "Nothing that you may open has these letters." : ""}
      </p>
    </>
  );
}

function placesFor(places: readonly Place[], text: string): Goal[] {
  const asked = text.trim().toLowerCase();
  return places
    .filter(({ name }) => name.toLowerCase().includes(asked))
    .map((place) => ({ ...place, kind: "place", detail: "" }));
}

/** What the letters lead to; an answer that comes after a later one is of no use. */
function useGoals(text: string): Goal[] {
  const [goals, setGoals] = useState<Goal[]>([]);
  const asked = useRef(0);
  useEffect(() => {
    const mine = (asked.current += 1);
    void fetch(`/api/anywhere?${new URLSearchParams({ q: text })}`)
      .then((response) => (response.ok ? (response.json() as Promise<Goal[]>) : []))
      .catch(() => [])
      .then((found) => {
        if (mine === asked.current) setGoals(found);
      });
  }, [text]);
  return goals;
}
