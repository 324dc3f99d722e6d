"use client";

import { Tick } from "../labelled";
import { PersonPicker } from "../people/person-picker";
import { Button } from "../primitives";
import type { BoardState } from "./use-board";

/** Who sees every document under the policy and cannot act on it. Part of the working copy, like the rest of the board. */
export function ReadersEditor({ board }: { board: BoardState }) {
  const { people = [], groups = [] } = board.policy.readers ?? {};
  const personName = (id: string) => board.directory.person(id)?.name ?? id;
  const save = (next: { people: string[]; groups: string[] }) =>
    board.changePolicy(({ readers: _, ...policy }) =>
      next.people.length + next.groups.length > 0 ? { ...policy, readers: next } : policy,
    );
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">Who reads along</h2>
      <p className="text-sm text-soft">
        They see every document under this policy from its next version on, and can act on none.
      </p>
      <ul>
        {people.map((id) => (
          <li key={id} className="flex items-center justify-between border-b border-rule/70">
            {personName(id)}
            <Button small look="quiet" onClick={() => save({ groups, people: people.filter((one) => one !== id) })}>
              Remove<span className="sr-only"> {personName(id)}</span>
            </Button>
          </li>
        ))}
      </ul>
      <PersonPicker
        label="Add a person"
        value={null}
        onChange={(person) => person && save({ groups, people: [...people, person.id] })}
        except={people}
      />
      <fieldset>
        <legend className="text-sm font-semibold">Groups</legend>
        {board.directory.organisation.groups.map((group) => (
          <Tick
            key={group.id}
            label={group.name}
            checked={groups.includes(group.id)}
            onChange={(on) =>
              save({ people, groups: on ? [...groups, group.id] : groups.filter((one) => one !== group.id) })
            }
          />
        ))}
      </fieldset>
    </>
  );
}
