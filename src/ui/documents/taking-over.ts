"use client";

import { useRef } from "react";
import { useFormContext } from "react-hook-form";
import { HIDDEN, isOwnKey, type OwnField, type OwnValue } from "@/core/own-fields";
import type { FoundAccount } from "./account-picker";
import { useOwnFields } from "./lists";
import { typedOwn, type TypedOwn } from "./own-model";

/**
 * Fills in what the document takes over from the account of the other party, once that is chosen. What somebody has typed themselves stays; what was taken over from
 * another account before does not.
 */
export function useTakingOver(): (account: FoundAccount) => void {
  const { fields } = useOwnFields("document");
  const { getValues, setValue } = useFormContext();
  const last = useRef<TypedOwn>({});
  return (account) => {
    for (const field of fields) {
      if (!field.taken || !isOwnKey(field.taken)) continue;
      const path = `own.${field.key}`;
      const now = getValues(path) as TypedOwn[string];
      if (!isEmptyTyped(now) && JSON.stringify(now) !== JSON.stringify(last.current[field.key])) continue;
      const value = typedFrom(field, account);
      last.current[field.key] = value;
      setValue(path, value, { shouldDirty: true });
    }
  };
}

function typedFrom(field: OwnField, { fields, people }: FoundAccount): TypedOwn[string] {
  const held = fields[field.taken!] ?? undefined;
  const own: Record<string, OwnValue> = held === undefined || held === HIDDEN ? {} : { [field.key]: held };
  return typedOwn([field], own, (person) => people[person] ?? person)[field.key]!;
}

const isEmptyTyped = (typed: TypedOwn[string] | undefined) =>
  typed === undefined || typed === null || typed === "" || (Array.isArray(typed) && typed.length === 0);
