/**
 * Minor digits of the active ISO 4217 codes. Two digits is the rule; the exceptions are named.
 * Fund and metal codes without a minor unit (XAU, XDR, ...) are left out: no document is drawn up in them.
 */
const TWO_DIGITS =
  "AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF CHW CNY " +
  "COP COU CRC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS " +
  "INR IRR JMD KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MXV MYR " +
  "MZN NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP " +
  "STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS VED VES WST XCD YER ZAR ZMW";

const EXCEPTIONS: Record<number, string> = {
  0: "BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF",
  3: "BHD IQD JOD KWD LYD OMR TND",
  4: "CLF UYW",
};

const digitsByCode = new Map<string, number>(TWO_DIGITS.split(" ").map((code) => [code, 2]));
for (const [digits, codes] of Object.entries(EXCEPTIONS)) {
  for (const code of codes.split(" ")) digitsByCode.set(code, Number(digits));
}

/** Every currency code that an amount may carry, in alphabetical order. */
export const currencyCodes: readonly string[] = [...digitsByCode.keys()].sort();

/** Whether a code is one of ISO 4217. */
export function isCurrency(code: string): boolean {
  return digitsByCode.has(code);
}

/**
 * Number of minor digits of a currency: JPY 0, EUR 2, KWD 3, CLF 4.
 * @throws RangeError when the code is not an active ISO 4217 code.
 */
export function minorDigits(code: string): number {
  const digits = digitsByCode.get(code);
  if (digits === undefined) throw new RangeError(`${code} is not an ISO 4217 currency code in use`);
  return digits;
}
