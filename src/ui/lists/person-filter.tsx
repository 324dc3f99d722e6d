"use client";

import { useBegun } from "../begun";
import { PersonPicker, type Picked } from "../people/person-picker";

/** A person by whom a list is narrowed: found by letters, and kept in its address by id. */
export function PersonFilter({ name, label, chosen }: { name: string; label: string; chosen: Picked | null }) {
  const [person, setPerson] = useBegun(chosen, chosen?.id);
  return (
    <div className="w-52">
      <PersonPicker label={label} value={person} onChange={setPerson} none="anybody" labelClass="text-sm text-soft" />
      <input type="hidden" name={name} value={person?.id ?? ""} />
    </div>
  );
}
