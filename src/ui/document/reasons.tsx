"use client";

import { createContext, useContext, type ReactNode } from "react";
import type { Reasoned } from "@/core/approval";
import { Choice } from "../labelled";

/** Reasons that the organisation keeps, by what they are given for. */
export type OfferedReasons = Readonly<Record<Reasoned, readonly { key: string; name: string }[]>>;

const Reasons = createContext<OfferedReasons>({
  decline: [],
  "send back": [],
  "place hold": [],
  "release hold": [],
});

export function WithReasons({ reasons, children }: { reasons: OfferedReasons; children: ReactNode }) {
  return <Reasons.Provider value={reasons}>{children}</Reasons.Provider>;
}

/** The reason that is chosen for something from the organisation's list; nothing is shown where the list is empty. */
export function ReasonChoice({ of, value, onChange }: { of: Reasoned; value: string; onChange(key: string): void }) {
  const offered = useContext(Reasons)[of];
  if (offered.length === 0) return null;
  return (
    <Choice label="Reason" value={value} onChange={onChange}>
      <option value="">in my own words</option>
      {offered.map(({ key, name }) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </Choice>
  );
}
