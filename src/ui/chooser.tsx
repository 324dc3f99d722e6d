"use client";

import { useId, useState, type ReactNode } from "react";
import { Picker, useFound, type Find, type Listed } from "./picker";

type Props = {
  label: ReactNode;
  labelClass?: string;
  name?: string;
  value: string;
  /** What is typed, at every letter; it may be something that is not known yet. */
  onType(text: string): void;
  onChoose(choice: Listed): void;
  find: Find<Listed>;
  /** Said below when nothing known is called so. */
  unknown?: ReactNode;
  invalid?: boolean;
  placeholder?: string;
  maxLength?: number;
};

/** A field whose known values are found by a few letters. What is not known can be typed, and is said at once. */
export function Chooser({ name, value, onType, onChoose, find, unknown, ...rest }: Props) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const { found, looked } = useFound(value.trim() || open ? value : null, find);
  const isKnown = found.some((one) => one.name.toLowerCase() === value.trim().toLowerCase());
  const doubt = unknown && looked === value && value.trim().length > 1 && !isKnown && !open;
  return (
    <div>
      <Picker
        {...rest}
        id={name ?? id}
        text={value}
        onText={onType}
        onTake={onChoose}
        onOpenChange={setOpen}
        choices={found.length === 1 && isKnown ? [] : found}
        describedBy={doubt ? `${id}-doubt` : undefined}
      />
      {doubt && (
        <p id={`${id}-doubt`} role="status" className="mt-0.5 text-sm text-held">
          {unknown}
        </p>
      )}
    </div>
  );
}
