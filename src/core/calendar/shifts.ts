type Shift = { from: string; to: string };

/** @example sayShifts([{ from: "08:30", to: "12:30" }]) // "08:30–12:30" */
export const sayShifts = (shifts: readonly Shift[]) => shifts.map(({ from, to }) => `${from}–${to}`).join(", ");

/**
 * The hours of a day as they are typed; null when they cannot be read, nothing for a day off.
 * @example readShifts("8:30-12:30, 13:30-17:30") // [{ from: "08:30", to: "12:30" }, { from: "13:30", to: "17:30" }]
 */
export function readShifts(text: string): Shift[] | null {
  const parts = text
    .split(",")
    .map((part) => part.trim())
    .filter(Boolean);
  const shifts = parts.map((part) => /^(\d{1,2}:\d{2})\s*[–-]\s*(\d{1,2}:\d{2})$/.exec(part));
  if (shifts.some((match) => !match)) return null;
  return shifts.map((match) => ({ from: match![1]!.padStart(5, "0"), to: match![2]!.padStart(5, "0") }));
}
