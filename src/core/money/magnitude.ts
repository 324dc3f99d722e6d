/**
 * Currencies by the power of ten of which so many units buy about what one euro does, at the rates of 2026, from memory. What is not here is of the size of a euro. It is
 * for amounts to begin with and for nothing else: a threshold of 500 would let nobody spend anything where a loaf of bread costs as much.
 */
const BY_POWER: readonly (readonly [power: number, codes: string])[] = [
  [1, "BOB BWP CNY CZK DKK GHS GTQ HKD HNL LSL MAD MDL MOP MVR MXN NAD NOK SCR SEK SLE STN SZL TTD ZAR ZMW"],
  [
    2,
    "AFN ALL BDT BTN CVE DJF DOP DZD EGP ETB GMD HTG INR ISK JMD JPY KES KGS LRD MKD MRU MUR MZN NIO NPR PHP RSD RUB THB TRY TWD UAH UYU VUV XPF YER",
  ],
  [3, "AMD AOA ARS CDF CLP CRC HUF IQD KMF KRW KZT LKR MMK MWK NGN PKR RWF SDG SOS SSP TZS XAF XOF"],
  [4, "BIF COP GNF IDR KHR LAK MGA MNT PYG SYP UGX UZS VND"],
  [5, "IRR LBP"],
];

const POWERS = new Map(BY_POWER.flatMap(([power, codes]) => codes.split(" ").map((code) => [code, power] as const)));

/** How many units of a currency are of the size of a euro: a power of ten. @example sizeOf("CLP") // 1000 */
export function sizeOf(currency: string): number {
  return 10 ** (POWERS.get(currency) ?? 0);
}
