import { daysBetween } from "../../calendar";
import type { Money } from "../../money";
import { plain } from "../../text";
import type { DuplicateReason } from "../reasons";

/** An invoice as the search for duplicates sees it. */
export type Known = { number: string; supplier: string; invoiceNumber: string; gross: Money; date: string };

/**
 * How an invoice number is compared: case, spaces and signs do not count, nor do zeros in front of a run of digits, and letters that are
 * mistaken for digits count as those.
 * @example plainNumber("INV-0071/26 ") === plainNumber("inv 71 26") // true
 */
export function plainNumber(invoiceNumber: string): string {
  return invoiceNumber
    .toUpperCase()
    .replace(/O+(?=\d)|(?<=\d)O+/g, (run) => "0".repeat(run.length))
    .replace(/[IL]+(?=\d)|(?<=\d)[IL]+/g, (run) => "1".repeat(run.length))
    .replace(/[^0-9A-Z]+/g, " ")
    .trim()
    .split(" ")
    .map((part) => part.replace(/(?<=^|\D)0+(?=\d)/g, ""))
    .join("");
}

/**
 * A name of a supplier or customer without capitals, accents, spaces and signs: two spellings of it are one party.
 * @example partyKey("Acme  Ltd.") // "acmeltd"
 */
export function partyKey(name: string): string {
  const letters = plain(name).replace(/[^\p{L}\p{N}]/gu, "");
  return letters || name.trim();
}

/**
 * Other invoices that may be the same one: same supplier and number; same supplier and number written alike; same supplier and amount within some days.
 * @param days how near in date the same amount must be
 */
export function likelyDuplicates(
  invoice: Known,
  others: readonly Known[],
  days: number,
): { number: string; why: DuplicateReason }[] {
  return others.flatMap((other) => {
    if (partyKey(other.supplier) !== partyKey(invoice.supplier) || other.number === invoice.number) return [];
    const why = whySame(invoice, other, days);
    return why ? [{ number: other.number, why }] : [];
  });
}

function whySame(one: Known, other: Known, days: number): DuplicateReason | null {
  const { invoiceNumber, gross, date } = other;
  if (invoiceNumber.trim() === one.invoiceNumber.trim()) return { code: "same number", values: { invoiceNumber } };
  if (plainNumber(invoiceNumber) === plainNumber(one.invoiceNumber))
    return { code: "number written alike", values: { invoiceNumber } };
  const sameAmount = gross.minor === one.gross.minor && gross.currency === one.gross.currency;
  return sameAmount && Math.abs(daysBetween(date, one.date)) <= days
    ? { code: "same amount", values: { gross, date } }
    : null;
}
