/** Small words that sentences of every part are made of. */

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** @example sayDate("2026-03-12") // "12 Mar 2026" */
export function sayDate(date: string): string {
  const [year, month, day] = date.slice(0, 10).split("-");
  return `${Number(day)} ${MONTHS[Number(month) - 1]} ${year}`;
}

/** @example joinWords(["a", "b", "c"], "and") // "a, b and c" */
export function joinWords(parts: readonly string[], word: "and" | "or" | "then"): string {
  if (parts.length < 2) return parts[0] ?? "";
  return `${parts.slice(0, -1).join(", ")} ${word} ${parts.at(-1)}`;
}

const COUNT = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];

/** Small numbers in words, larger ones in figures. */
export function sayCount(count: number): string {
  return COUNT[count] ?? String(count);
}
