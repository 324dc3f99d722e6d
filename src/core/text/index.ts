/** What is done with texts everywhere: dates, numbers and lists as words, comparing, signs that a file has no place for. */

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** @example sayDate("2026-03-12") // "12 Mar 2026" */
export function sayDate(date: string): string {
  const [year, month, day] = date.slice(0, 10).split("-");
  return `${Number(day)} ${MONTHS[Number(month) - 1]} ${year}`;
}

/** @example capital("held") // "Held" */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** @example lowerFirst("Held") // "held" */
export function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** @example withArticle("invoice") // "an invoice" */
export function withArticle(noun: string): string {
  return `${/^[aeiou]/i.test(noun) ? "an" : "a"} ${noun}`;
}

/** A share of one in whole per cent; to a tenth of one below ten. @example formatShare(0.256) // "26 %" */
export function formatShare(share: number): string {
  const percent = share * 100;
  return `${percent >= 10 || percent === 0 ? Math.round(percent) : percent.toFixed(1)} %`;
}

/** Without accents and capitals, as people type when they search. @example plain("Inês") // "ines" */
export function plain(text: string): string {
  return text.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();
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

/**
 * A count with what is counted, in figures.
 * @example countOf(1, "level") // "1 level"
 * @example countOf(2_000, "policy", "policies") // "2,000 policies"
 */
export function countOf(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString("en-GB")} ${count === 1 ? one : many}`;
}

/** How many letters must be put in, left out or exchanged to make one word of the other (Levenshtein 1966, from memory). */
export function lettersBetween(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1) {
      const exchanged = row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1);
      next.push(Math.min(exchanged, row[j]! + 1, next[j - 1]! + 1));
    }
    row = next;
  }
  return row[b.length]!;
}

/** What a spreadsheet would calculate, also behind apostrophes and in full width (OWASP, CSV injection, from memory). */
const CALCULATED = /^'*[=+\-@\t\r\uff1d\uff0b\uff0d\uff20]/;

/** Whether a spreadsheet would take a text for a formula. */
export function isCalculated(text: string): boolean {
  return CALCULATED.test(text);
}

/** Whether a cell that is brought in is a formula and no text: as `isCalculated`, but for a number below zero and a phone number, which begin alike and have no letter. */
export function isFormula(cell: string): boolean {
  return isCalculated(cell) && !/^[+-][\d.,\s()/-]+$/.test(cell);
}

/** A text as XML 1.0 may hold it: signs it has no place for become spaces, and no more than `most` characters stay. */
export function xmlText(value: string, most = 2_000): string {
  // oxlint-disable-next-line no-control-regex -- XML has no place for them
  return [...value.replace(/[\u0000-\u001f\u007f\ufffe\uffff]+/g, " ").trim()].slice(0, most).join("");
}

/** What somebody wrote or a sentence says, with a full stop where it has no mark at its end. @example withStop("Wrong yard") // "Wrong yard." */
export function withStop(text: string): string {
  return /[.!?]$/.test(text) ? text : `${text}.`;
}
