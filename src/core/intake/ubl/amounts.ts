import { Exact } from "../../documents";
import { minorDigits, money } from "../../money";
import type { ComesOf, IntakeReason } from "../reasons";
import { Reader, many, type Node } from "./reader";

/** Allowances and charges of a document or a line, each in minor units, and the lines they would be as charges. */
export type Adjusted = {
  allowances: number;
  charges: number;
  charged: { reason: string; minor: number; percent: string }[];
};

/** The elements `AllowanceCharge` of a node (UBL 2.1; BG-20, BG-21, BG-27 and BG-28 of EN 16931, from memory). */
export function adjustmentsOf(reader: Reader, node: Node, at: string): Adjusted {
  const found: Adjusted = { allowances: 0, charges: 0, charged: [] };
  for (const [index, one] of many(node.AllowanceCharge).entries()) {
    const place = `${at}AllowanceCharge ${index + 1}`;
    const indicator = reader.need(one, "ChargeIndicator", `${place}/ChargeIndicator`);
    const minor = reader.amount(one, "Amount", `${place}/Amount`, true) ?? 0;
    if (indicator === "true") {
      found.charges += minor;
      const reason = reader.text(one, "AllowanceChargeReason") || "Charge";
      found.charged.push({ reason, minor, percent: reader.percent(one, "TaxCategory/Percent", `${place}/Percent`) });
    } else if (indicator === "false") found.allowances += minor;
    else if (indicator)
      reader.bad(`${place}/ChargeIndicator`, { code: "neither true nor false", values: { typed: indicator } });
  }
  return found;
}

/** A line as it is computed: quantity and price with all their digits, for how many units the price is, and what is added and taken off. */
export type Computed = { quantity: string; price: string; per: string; adjusted: number; minor: number };

/** One minor unit: what a line may differ by, since its parts are rounded each by itself. */
const SLACK = 1;

/**
 * The amount of a line from quantity, price and what is added and taken off; refused where the line states another. With a price for more than one unit
 * (`BaseQuantity`) the price is divided by that.
 */
export function lineOf(
  reader: Reader,
  line: Node,
  quantityName: string,
  at: string,
): { computed: Computed; net: number } | null {
  const quantity = reader.decimal(line, quantityName, `${at}/${quantityName}`, true);
  const price = reader.decimal(line, "Price/PriceAmount", `${at}/PriceAmount`, true);
  const per = reader.decimal(line, "Price/BaseQuantity", `${at}/BaseQuantity`) || "1";
  const named = reader.text(line, "Price/PriceAmount/@currencyID");
  if (named && named !== reader.currency)
    reader.bad(`${at}/PriceAmount`, { code: "other currency", values: { named, document: reader.currency } });
  const { allowances, charges } = adjustmentsOf(reader, line, `${at}/`);
  const stated = reader.amount(line, "LineExtensionAmount", `${at}/LineExtensionAmount`, false, true);
  if (!quantity || !price) return null;
  if (price.startsWith("-")) reader.bad(`${at}/PriceAmount`, { code: "price below zero" });
  if (per.startsWith("-") || /^0*(\.0*)?$/.test(per)) {
    reader.bad(`${at}/BaseQuantity`, { code: "not above zero" });
    return null;
  }
  const adjusted = charges - allowances;
  const exact = new Exact(quantity)
    .mul(price)
    .div(per)
    .mul(new Exact(10).pow(minorDigits(reader.currency)))
    .add(adjusted);
  const minor = exact.toDecimalPlaces(0).toNumber();
  if (!Number.isSafeInteger(minor)) {
    reader.bad(at, { code: "not counted exactly" });
    return null;
  }
  if (quantity.startsWith("-") && stated !== null && stated > 0)
    reader.bad(`${at}/${quantityName}`, { code: "quantity alone below zero" });
  else if (stated !== null && Math.abs(stated - minor) > SLACK)
    reader.bad(`${at}/LineExtensionAmount`, differs(reader, stated, minor, "line"));
  return { computed: { quantity, price, per, adjusted, minor }, net: stated ?? minor };
}

/** That a total is stated otherwise than it comes to, both in minor units of the document’s currency. */
export function differs(reader: Reader, stated: number, computed: number, of: ComesOf): IntakeReason {
  const { currency } = reader;
  return {
    code: "states another amount",
    values: { stated: money(stated, currency), computed: money(computed, currency), of },
  };
}

/** Refuses a stated total that is none of what its parts can come to, all in minor units. @param allowed the first is what it comes to, the others what a file's rounding makes of it */
export function mustBe(reader: Reader, at: string, stated: number | null, of: ComesOf, ...allowed: number[]): void {
  if (stated !== null && !allowed.includes(stated)) reader.bad(at, differs(reader, stated, allowed[0]!, of));
}
