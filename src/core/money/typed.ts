import type { Coded } from "../reason";
import { isCurrency, minorDigits } from "./currencies";
import type { Money } from "./money";
import { amountWritten } from "./written";

/** Why a text is no amount of a currency that has so many decimals. */
export type AmountReason = Coded<{
  "not an amount": { typed: string; digits: number };
  "more decimals": { currency: string; digits: number };
  /** `whole` is what it is where its sign groups thousands. */
  "two amounts": { typed: string; whole: string; digits: number };
  /** `written` is the currency that stands beside it. */
  "another currency": { written: string; currency: string };
  "too large": null;
}>;
export type ParsedMoney = { ok: true; money: Money } | { ok: false; why: AmountReason };

/**
 * Reads an amount in major units as files and programs write it, see `amountWritten`: `2500`, `2,500.01`, `2.500,01`, `2 500,01`, `-3.5`. More decimals than the currency
 * has are refused, never rounded; so is what can be read as two amounts.
 *
 * @example parseMoney("2,500.01", "EUR") // { ok: true, money: { minor: 250001, currency: "EUR" } }
 * @example parseMoney("1.500", "EUR")    // { ok: false, why: { code: "two amounts", values: { typed: "1.500", whole: "1500", digits: 2 } } }
 */
export function parseMoney(text: string, currency: string): ParsedMoney {
  return scaled(text, text, currency, 0);
}

const MOST_TYPED = 60;

/** By how many powers of ten what is typed behind a number makes it larger. */
const SCALES: Readonly<Record<string, number>> = { "": 0, k: 3, m: 6 };

/**
 * Reads what somebody types into a field for an amount of one currency: as `parseMoney` does, with `k` for thousands and `m` for millions behind the number, and with the code or the
 * sign of that currency beside it. Another currency is refused and never converted.
 *
 * @example typedMoney("12.5k", "EUR")  // { ok: true, money: { minor: 1250000, currency: "EUR" } }
 * @example typedMoney("EUR 500", "EUR") // { ok: true, money: { minor: 50000, currency: "EUR" } }
 */
export function typedMoney(text: string, currency: string): ParsedMoney {
  // Nobody types so much; and what is looked for below would take long in a long text.
  if (text.trim().length > MOST_TYPED) return scaled(text, text, currency, 0);
  const [, before = "", number = "", scale = "", after = ""] =
    /^([^\d\s+.,'’-]{0,3})\s*([+\-−]?\d[\d\s.,'’ʼ]*?)\s*([km]?)\s*([^\d\s]{0,3})$/i.exec(text.trim()) ?? [];
  const beside = (before || after).toUpperCase();
  if (!number || (before && after)) return scaled(text, text, currency, 0);
  if (beside && beside !== currency && beside !== signOf(currency)) {
    if (isCurrency(beside))
      return { ok: false, why: { code: "another currency", values: { written: beside, currency } } };
    return scaled(text, text, currency, 0);
  }
  return scaled(number, text, currency, SCALES[scale.toLowerCase()]!);
}

/** The sign of a currency where it has a shorter one than its code, as in the platform’s table of the Unicode consortium (CLDR). */
function signOf(currency: string): string {
  const format = new Intl.NumberFormat("en", { style: "currency", currency, currencyDisplay: "narrowSymbol" });
  return (
    format
      .formatToParts(0)
      .find(({ type }) => type === "currency")
      ?.value.toUpperCase() ?? currency
  );
}

/** @param typed what is said to be no amount @param scale how many powers of ten the number is larger than it is written */
function scaled(number: string, typed: string, currency: string, scale: number): ParsedMoney {
  const digits = minorDigits(currency);
  const written = amountWritten(number, digits + scale);
  if (written === null) return { ok: false, why: { code: "not an amount", values: { typed, digits } } };
  if (written === "two ways")
    return {
      ok: false,
      why: { code: "two amounts", values: { typed: typed.trim(), whole: typed.replace(/\D/g, ""), digits } },
    };
  const { sign, whole } = written;
  // Nothing after the last decimal that the currency has is nothing, and is no rounding.
  const places = digits + scale;
  const fraction = written.fraction.slice(0, places) + written.fraction.slice(places).replace(/0+$/, "");
  if (fraction.length > places) return { ok: false, why: { code: "more decimals", values: { currency, digits } } };
  const minor = Number(whole + fraction.padEnd(places, "0"));
  if (!Number.isSafeInteger(minor)) return { ok: false, why: { code: "too large" } };
  return { ok: true, money: { minor: sign === "-" && minor !== 0 ? -minor : minor, currency } };
}
