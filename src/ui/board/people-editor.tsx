"use client";

import { useState } from "react";
import { plain } from "@/core/text";
import { Entry } from "../labelled";
import type { Board } from "./types";

/** Approvers to tick. Whoever is named already stays in the list, approver or not, so that they can be taken out. */
export function PeopleEditor({
  board,
  people,
  onChange,
}: {
  board: Board;
  people: string[];
  onChange(people: string[]): void;
}) {
  const { organisation, isActive } = board.directory;
  const [letters, setLetters] = useState("");
  // Those named first, as they stood when the level was opened: a list that moved under the pointer would be a trap.
  const [named] = useState(() => new Set(people));
  const able = organisation.people.filter(
    (one) =>
      named.has(one.id) || people.includes(one.id) || (one.roles.includes("approver") && isActive(one, board.at)),
  );
  const listed = able
    .filter(({ id, name }) => people.includes(id) || plain(name).includes(plain(letters)))
    .sort((a, b) => Number(named.has(b.id)) - Number(named.has(a.id)));
  return (
    <div>
      {able.length > 8 && (
        <Entry label="Find an approver" value={letters} onChange={setLetters} placeholder="A few letters of the name" />
      )}
      <fieldset className="mt-1 max-h-40 overflow-y-auto rounded-sm border border-rule bg-white px-2 py-1">
        <legend className="sr-only">Named people</legend>
        {listed.map((person) => {
          const checked = people.includes(person.id);
          return (
            <label key={person.id} className="flex min-h-7 items-center gap-2 text-sm">
              <input
                type="checkbox"
                className="accent-harbour"
                checked={checked}
                disabled={checked && people.length === 1}
                onChange={() => onChange(checked ? people.filter((id) => id !== person.id) : [...people, person.id])}
              />
              {person.name}{" "}
              <span className="truncate text-soft">
                {person.roles.includes("approver") ? person.title : "cannot decide: not an approver"}
              </span>
            </label>
          );
        })}
        {listed.length === 0 && <p className="text-sm text-soft">No approver has these letters.</p>}
      </fieldset>
    </div>
  );
}
