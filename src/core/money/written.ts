/** What an amount says, whichever signs it is written with: its digits before and after the decimal sign. */
type Written = { sign: string; whole: string; fraction: string };

/** Thousands in groups of three, by one sign throughout. */
const GROUPED = /^[1-9]\d{0,2}(?:([ ',.])\d{3})(?:\1\d{3})*$/;

/**
 * An amount as people and programs of any place write it: `2500.01`, `2,500.01`, `2.500,01`, `2 500,01`, `2’500.01`, `1.234.567`.
 * The last of two signs is the decimal one, and a sign that comes twice groups thousands. Of a sign that comes once with three digits after it, a comma groups; a point is the decimal
 * sign where a currency has three decimals, groups where it has none, and can be either where it has two, which is not guessed.
 * @param digits how many decimals the currency has
 * @returns null for what is no amount, "two ways" for what can be read as two
 */
export function amountWritten(text: string, digits: number): Written | "two ways" | null {
  const plain = text
    .trim()
    .replace(/[\u00a0\u202f]/g, " ")
    .replace(/[\u2019\u02bc]/g, "'")
    .replace("\u2212", "-");
  const [, sign = "", number = ""] = /^([+-]?)(\d[\d ',.]*)$/.exec(plain) ?? [];
  if (!number) return null;
  const [points, commas] = [countOf(number, "."), countOf(number, ",")];
  const made = (whole: string, fraction = ""): Written | null => {
    const grouped = /^\d+$/.test(whole) || GROUPED.test(whole);
    return grouped && /^\d*$/.test(fraction) ? { sign, whole: whole.replace(/\D/g, ""), fraction } : null;
  };
  const at = (decimal: "." | ","): Written | null => {
    const place = number.lastIndexOf(decimal);
    const [whole, fraction] = [number.slice(0, place), number.slice(place + 1)];
    return fraction === "" || whole.includes(decimal) ? null : made(whole, fraction);
  };
  if (points > 0 && commas > 0) return at(number.lastIndexOf(".") > number.lastIndexOf(",") ? "." : ",");
  if (points + commas !== 1) return made(number);
  if (!/[.,]\d{3}$/.test(number)) return at(points === 1 ? "." : ",");
  // What comes after groups by another sign is decimals, however many.
  if (/[ ']/.test(number)) return at(points === 1 ? "." : ",");
  // Nobody groups behind a zero, or more than three digits.
  if (!GROUPED.test(number)) return at(points === 1 ? "." : ",");
  if (commas === 1 || digits === 0) return made(number);
  return digits > 2 ? at(".") : "two ways";
}

const countOf = (text: string, sign: string) => text.split(sign).length - 1;
