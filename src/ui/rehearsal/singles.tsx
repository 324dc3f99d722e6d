"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import type { FormEvent } from "react";
import { addressWith } from "@/core/listing";
import { Button } from "../primitives";

type Props = {
  /** What is set, and of what. @example "Minutes at a level" */
  label: string;
  choosing: string;
  choices: readonly { key: string; name: string }[];
  unit: string;
  most: number;
  /** By the key of a choice. */
  set: Readonly<Record<string, number>>;
  /** How the address begins to say one of them; its key follows. */
  begins: string;
  /** The address of the page. */
  given: Readonly<Record<string, string | undefined>>;
};

/** Figures of single ones that are other than those of all: set one at a time, all of them in the address. */
export function Singles({ label, choosing, choices, unit, most, set, begins, given }: Props) {
  const router = useRouter();
  const add = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    router.push(`?${addressWith(given, { [begins + String(form.get("which"))]: String(form.get("value")) })}`, {
      scroll: false,
    });
  };
  const nameOf = (key: string) => choices.find((one) => one.key === key)?.name ?? key;
  return (
    <form aria-label={label} className="flex flex-wrap items-end gap-x-3 gap-y-2" onSubmit={add}>
      <label>
        <span className="block text-sm text-soft">{label}</span>
        <select name="which" className="field w-auto! max-w-60" required defaultValue="">
          <option value="" disabled>
            {choosing}
          </option>
          {choices.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="block text-sm text-soft">{unit}</span>
        <input name="value" type="number" min={1} max={most} required className="field w-24! text-right" />
      </label>
      <Button type="submit">Set</Button>
      {Object.entries(set).map(([key, value]) => (
        <span key={key} className="flex min-h-10 items-center gap-2 text-sm">
          {nameOf(key)}: {value} {unit}
          <Link href={`?${addressWith(given, { [begins + key]: "" })}`} scroll={false}>
            Remove<span className="sr-only"> what is set for {nameOf(key)}</span>
          </Link>
        </span>
      ))}
    </form>
  );
}
