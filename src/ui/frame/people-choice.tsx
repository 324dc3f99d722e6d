"use client";

import { countOf } from "@/core/text";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Refusal } from "@/core/refusal";
import { Refusals } from "../primitives";
import { send } from "../send";

export type Choice = { id: string; name: string; title: string; unit: string; roles: string[] };

const FIRST_TO_TRY: Record<string, string> = {
  "benedita-corvo": "Designs the thresholds",
  "noor-halvorsrud": "Enters orders",
  "rui-tavares": "First to be asked",
  "teodora-lins": "Asked for the large ones",
  "tome-cardigos": "Trusts nothing he cannot re-compute",
  "joaquina-teles": "Keeps people, limits and roles",
  "fabricio-nave": "Stands in for somebody away",
  "vicente-lourosa": "Reads all, opens bank accounts",
  "rosalind-amado": "Holds a standing delegation",
};

/** The demo's people to choose from; those that show most stand first and larger. */
export function PeopleChoice({ people }: { people: Choice[] }) {
  const router = useRouter();
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [chosen, setChosen] = useState<string | null>(null);

  const choose = async (id: string) => {
    if (chosen !== null) return;
    setChosen(id);
    const result = await send("/api/session", { person: id });
    if (!result.ok) {
      setChosen(null);
      return setRefusals(result.refusals);
    }
    router.push("/desk");
    router.refresh();
  };

  const first = people
    .filter((person) => FIRST_TO_TRY[person.id])
    .sort((a, b) => Object.keys(FIRST_TO_TRY).indexOf(a.id) - Object.keys(FIRST_TO_TRY).indexOf(b.id));
  const others = people.filter((person) => !FIRST_TO_TRY[person.id]);
  const list = (shown: Choice[]) => (
    <ul className="grid border-t border-rule sm:grid-cols-2 lg:grid-cols-3 lg:gap-x-8 sm:gap-x-8">
      {shown.map((person) => (
        <li key={person.id} className="border-b border-rule">
          <button
            type="button"
            aria-disabled={chosen !== null || undefined}
            onClick={() => void choose(person.id)}
            className="flex min-h-16 w-full items-center gap-3 px-2 py-2 text-left hover:bg-panel"
          >
            <span className={`h-9 w-1 ${FIRST_TO_TRY[person.id] ? "bg-signal" : "bg-rule"}`} aria-hidden="true" />
            <span>
              <span className="block font-semibold">{person.name}</span>
              <span className="block text-sm text-soft">
                {person.title.includes(person.unit) ? person.title : `${person.title}, ${person.unit}`}
              </span>
              {FIRST_TO_TRY[person.id] && <span className="block text-sm text-harbour">{FIRST_TO_TRY[person.id]}</span>}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
  return (
    <>
      <Refusals refusals={refusals} />
      {list(first)}
      <details className="mt-5">
        <summary className="mb-2 text-harbour">Everybody else, {countOf(others.length, "person", "people")}</summary>
        {list(others)}
      </details>
    </>
  );
}
