/** Amounts in minor units, currencies, exchange rates and the one rounding rule. */
export { currencyCodes, isCurrency, minorDigits } from "./currencies";
export {
  CurrencySchema,
  MinorSchema,
  MoneySchema,
  formatAmount,
  formatMoney,
  money,
  plainAmount,
  sum,
  sumMinor,
  trySum,
} from "./money";
export type { Money } from "./money";
export { parseMoney, typedMoney } from "./typed";
export type { AmountReason, ParsedMoney } from "./typed";
export { PercentSchema, compareShare, withinTolerance } from "./share";
export type { Tolerance } from "./share";
export { FAR_RATE_PERCENT, OLDEST_RATE_DAYS, RateSchema, bare, convert, converterOf, isFarFrom } from "./convert";
export type { Conversion, ConversionReason, Converted, Rate, ToCurrency } from "./convert";
export { sizeOf } from "./magnitude";
