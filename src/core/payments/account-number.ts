/**
 * Lengths of IBANs by the country they begin with, from the registry that ISO 13616 keeps (from memory, as of 2025). Codes that are not in it are only
 * checked by their digits.
 */
const LENGTHS: Readonly<Record<string, number>> = {
  AD: 24, AE: 23, AL: 28, AT: 20, AZ: 28, BA: 20, BE: 16, BG: 22, BH: 22, BI: 27, BR: 29, BY: 28, CH: 21, CR: 22, CY: 28, CZ: 24,
  DE: 22, DJ: 27, DK: 18, DO: 28, EE: 20, EG: 29, ES: 24, FI: 18, FK: 18, FO: 18, FR: 27, GB: 22, GE: 22, GI: 23, GL: 18, GR: 27,
  GT: 28, HN: 28, HR: 21, HU: 28, IE: 22, IL: 23, IQ: 23, IS: 26, IT: 27, JO: 30, KW: 30, KZ: 20, LB: 28, LC: 32, LI: 21, LT: 20,
  LU: 20, LV: 21, LY: 25, MC: 27, MD: 24, ME: 22, MK: 19, MN: 20, MR: 27, MT: 31, MU: 30, NI: 28, NL: 18, NO: 15, OM: 23, PK: 24,
  PL: 28, PS: 29, PT: 25, QA: 29, RO: 24, RS: 22, RU: 33, SA: 24, SC: 31, SD: 18, SE: 24, SI: 19, SK: 24, SM: 27, SO: 23, ST: 25,
  SV: 28, TL: 23, TN: 24, TR: 26, UA: 29, VA: 22, VG: 24, XK: 20, YE: 30,
}; // prettier-ignore

/** How an account number is kept and compared: capitals and digits, without spaces and signs. @example plainAccount("de89 3704-0044 ...") */
export function plainAccount(text: string): string {
  return text
    .normalize("NFKC")
    .replace(/[^\p{L}\p{N}]/gu, "")
    .toUpperCase();
}

/** Whether a number is meant as an IBAN: two letters, two check digits, then letters and digits. Countries without IBANs write others. */
export function looksLikeIban(text: string): boolean {
  return /^[A-Z]{2}\d{2}[A-Z0-9]{6,}$/.test(plainAccount(text));
}

/** What is wrong with an account number, as data. */
export type AccountFault =
  { code: "signs" } | { code: "length"; country: string; has: number; needs: number } | { code: "check digits" };

/**
 * What is wrong with an account number; null where nothing is. An IBAN (ISO 13616-1) has the length of its country, and its letters read as
 * numbers (A = 10 ... Z = 35), the first four signs moved to the end, leave 1 when divided by 97 (ISO/IEC 7064, MOD 97-10). Any other number only has to consist
 * of 5 to 34 letters and digits, as ISO 20022 carries it.
 */
export function accountFault(text: string): AccountFault | null {
  const plain = plainAccount(text);
  if (!/^[A-Z0-9]{5,34}$/.test(plain)) return { code: "signs" };
  if (!looksLikeIban(plain)) return null;
  const country = plain.slice(0, 2);
  const needs = LENGTHS[country];
  if (needs !== undefined && plain.length !== needs) return { code: "length", country, has: plain.length, needs };
  return mod97(plain.slice(4) + plain.slice(0, 4)) === 1 ? null : { code: "check digits" };
}

/** The two digits that make an IBAN out of a country and the account number within it. @example checkDigits("DE", "370400440532013000") // "89" */
export function checkDigits(country: string, account: string): string {
  return String(98 - mod97(`${plainAccount(account)}${country}00`)).padStart(2, "0");
}

function mod97(text: string): number {
  let rest = 0;
  for (const sign of text) for (const digit of String(parseInt(sign, 36))) rest = (rest * 10 + Number(digit)) % 97;
  return rest;
}

/** In groups of four, as IBANs are printed. */
export function sayAccount(text: string): string {
  const plain = plainAccount(text);
  return looksLikeIban(plain) ? plain.replace(/(.{4})(?=.)/g, "$1 ") : text.trim();
}

/** All but the last four signs hidden, for whoever need not know it. @example maskAccount("XX12 3456 7890") // "•••• 7890" */
export function maskAccount(text: string): string {
  const plain = plainAccount(text);
  return plain === "" ? "" : plain.length > 8 ? `•••• ${plain.slice(-4)}` : "••••";
}

/** What is wrong with what somebody typed as an account number; null where nothing is, or nothing was typed. */
export function faultOfTyped(text: string): AccountFault | null {
  return text.trim() === "" ? null : accountFault(text);
}
