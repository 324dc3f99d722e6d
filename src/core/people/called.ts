import { z } from "zod";
import type { Directory } from "./directory";
import type { Person } from "./schema";

/** Somebody by their id, name or e-mail address, however it is capitalised; null where it names nobody, or more than one. */
export function personCalled(directory: Directory, text: string): Person | null {
  const asked = text.trim().toLowerCase();
  if (!asked) return null;
  const called = directory.organisation.people.filter((one) =>
    [one.id, one.name, one.email].some((known) => known.toLowerCase() === asked),
  );
  return called.length === 1 ? called[0]! : null;
}

/** Whether a text is an e-mail address to which something can be sent. */
export function isAddress(text: string): boolean {
  return z.email().safeParse(text.trim()).success;
}
