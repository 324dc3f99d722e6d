/** Signs that are taken for each other on paper and by machines that read it: what stands first is what all of them become. */
const LOOK_ALIKES = ["0oQD", "1ilI|!", "2z", "5s", "6G", "8B"] as const;

const CANONICAL = new Map(LOOK_ALIKES.flatMap((group) => [...group.toUpperCase()].map((sign) => [sign, group[0]!])));

/**
 * A number as it looks: without what stands between its signs and without noughts before a figure, with signs that look alike as one.
 * @example asItLooks("R-2026/0I87") === asItLooks("r2026 187") // true
 */
export function asItLooks(number: string): string {
  const parts = number
    .normalize("NFKD")
    .toUpperCase()
    .split(/[^\p{L}\p{N}|!]+/u);
  return parts
    .map((part) =>
      [...part]
        .map(lookOf)
        .join("")
        .replace(/(?<!\d)0+(?=\d)/g, ""),
    )
    .join("");
}

function lookOf(sign: string): string {
  return CANONICAL.get(sign) ?? sign;
}

/**
 * How many signs must be put in, left out, exchanged, or swapped with their neighbour to make one text of the other, no sign being touched twice (Damerau 1964; the restricted form).
 * @param most no more than so many are counted; what is further away is `most + 1`
 * @example editsBetween("FT-1187", "FT-1817", 2) // 1
 */
export function editsBetween(a: string, b: string, most = Infinity): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1) {
      const exchanged = row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1);
      const isSwapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1];
      next.push(Math.min(exchanged, row[j]! + 1, next[j - 1]! + 1, isSwapped ? before[j - 2]! + 1 : Infinity));
    }
    [before, row] = [row, next];
  }
  return Math.min(row[b.length]!, most + 1);
}

/** How two numbers are alike, from most to least. */
export const LIKENESS = ["same", "looks the same", "swapped", "one sign", "other"] as const;
export type Likeness = (typeof LIKENESS)[number];

/** How alike two numbers of documents are. Numbers that follow each other differ by one sign too, so that this alone says little. */
export function likenessOf(a: string, b: string): Likeness {
  if (a === "" || b === "") return "other";
  if (a === b) return "same";
  const [one, other] = [asItLooks(a), asItLooks(b)];
  if (one === other && one !== "") return "looks the same";
  if (editsBetween(one, other, 1) > 1) return "other";
  return one.length === other.length && [...one].sort().join("") === [...other].sort().join("")
    ? "swapped"
    : "one sign";
}
