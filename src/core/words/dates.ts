import { dayWritten } from "../calendar";
import { sayDate } from "../text";

/** Why what somebody typed is taken for no day, with how to write one. */
export function sayNoDate(typed: string): string {
  const found = dayWritten(typed);
  return Array.isArray(found)
    ? `“${typed}” may be ${found.map(sayDate).join(" or ")}; write it like 2026-03-09`
    : `“${typed}” is not a date; write it like 2026-03-09`;
}
