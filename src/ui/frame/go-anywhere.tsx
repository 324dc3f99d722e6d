"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { Picker, findAt, useFound } from "../picker";
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
  const [text, setText] = useState("");
  const { found } = useFound<Goal>(text, (typed, signal) => findAt("/api/anywhere", { q: typed }, signal));
  const goals = [...placesFor(places, text), ...found].map((goal) => ({ ...goal, id: goal.href, about: goal.detail }));
  return (
    <>
      <Picker
        inPlace
        label="A number, a title, a name, a place"
        labelClass="text-sm text-soft"
        text={text}
        onText={setText}
        onTake={({ href }) => {
          onGone();
          router.push(href);
        }}
        choices={goals}
        row={rowOf}
      />
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

const rowOf = ({ name, detail, kind }: Goal) => (
  <span className="flex w-full min-w-0 items-baseline justify-between gap-3">
    <span className="min-w-0">
      <span className="block truncate">{name}</span>
      {detail && <span className="block truncate text-sm text-soft">{detail}</span>}
    </span>
    <span className="shrink-0 text-sm text-soft">{kind}</span>
  </span>
);
