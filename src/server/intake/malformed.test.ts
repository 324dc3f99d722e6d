// A hundred malformed files: each is refused in a sentence that says what and where, and none changes anything.
import { beforeAll, describe, expect, it } from "vitest";
import { person, type TestApp } from "../../../demo/test-app";
import { booksApp } from "../../../demo/test-books";
import { lastSeq } from "../log/log";
import { IntakeSchema, importDocuments, type IntakeRequest } from "./import";

const HEAD =
  "supplier,invoice number,date,currency,description,quantity,unit price,tax percent,gross,due date,order line";
const row = (
  change: Partial<
    Record<
      "supplier" | "number" | "date" | "currency" | "what" | "quantity" | "price" | "tax" | "gross" | "due" | "line",
      string
    >
  > = {},
) => {
  const one = {
    supplier: "Halyard & Moss",
    number: "H-1",
    date: "2026-03-09",
    currency: "EUR",
    what: "Rope",
    quantity: "1",
    price: "100.00",
    tax: "23",
    gross: "123.00",
    due: "",
    line: "",
    ...change,
  };
  return Object.values(one)
    .map((cell) => (/[",\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell))
    .join(",");
};
const csv = (change: Parameters<typeof row>[0]) => `${HEAD}\n${row(change)}\n`;

/** A right UBL invoice; parts of it are put wrong below. */
const ubl = (change: (xml: string) => string) =>
  change(`<?xml version="1.0" encoding="UTF-8"?>
<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2" xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2" xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <cbc:ID>H-77</cbc:ID><cbc:IssueDate>2026-03-09</cbc:IssueDate><cbc:DueDate>2026-04-08</cbc:DueDate>
  <cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode>
  <cac:AccountingSupplierParty><cac:Party><cac:PartyName><cbc:Name>Halyard &amp; Moss</cbc:Name></cac:PartyName></cac:Party></cac:AccountingSupplierParty>
  <cac:TaxTotal><cbc:TaxAmount currencyID="EUR">23.00</cbc:TaxAmount><cac:TaxSubtotal><cbc:TaxableAmount currencyID="EUR">100.00</cbc:TaxableAmount><cbc:TaxAmount currencyID="EUR">23.00</cbc:TaxAmount><cac:TaxCategory><cbc:Percent>23</cbc:Percent></cac:TaxCategory></cac:TaxSubtotal></cac:TaxTotal>
  <cac:LegalMonetaryTotal><cbc:LineExtensionAmount currencyID="EUR">100.00</cbc:LineExtensionAmount><cbc:TaxExclusiveAmount currencyID="EUR">100.00</cbc:TaxExclusiveAmount><cbc:TaxInclusiveAmount currencyID="EUR">123.00</cbc:TaxInclusiveAmount><cbc:PayableAmount currencyID="EUR">123.00</cbc:PayableAmount></cac:LegalMonetaryTotal>
  <cac:InvoiceLine><cbc:ID>1</cbc:ID><cbc:InvoicedQuantity unitCode="C62">1</cbc:InvoicedQuantity><cbc:LineExtensionAmount currencyID="EUR">100.00</cbc:LineExtensionAmount><cac:Item><cbc:Name>Rope</cbc:Name><cac:ClassifiedTaxCategory><cbc:Percent>23</cbc:Percent></cac:ClassifiedTaxCategory></cac:Item><cac:Price><cbc:PriceAmount currencyID="EUR">100.00</cbc:PriceAmount></cac:Price></cac:InvoiceLine>
</Invoice>`);
const put = (from: string | RegExp, to: string) => ubl((xml) => xml.replace(from, to));
const inside = (name: string, value: string) => put(new RegExp(`(<cbc:${name}[^>]*>)[^<]*`), `$1${value}`);

const BAD_AMOUNTS = [
  "-1.00",
  "1e9",
  "NaN",
  "Infinity",
  "1.005",
  "12,345,6",
  "0x10",
  "99999999999999999999",
  "one",
  "1.2.3",
  "10000000000.01",
];
const BAD_DATES = ["2026-02-30", "09/03/2026", "tomorrow", "2026-13-01", "2027-01-01", "0000-00-00"];
const BAD_CURRENCIES = ["XXZ", "eu", "€", "EURO", "123"];
const FORMULAS = ["=1+1", "=cmd|' /C calc'!A0", "+SUM(A1)", "@SUM(A1)", "-cmd", "=HYPERLINK(x)"];

const FILES: [what: string, text: string, says: RegExp][] = [
  ...BAD_AMOUNTS.map((value): [string, string, RegExp] => [
    `CSV price ${value}`,
    csv({ price: value }),
    /is not an amount|decimals|below zero|more than anybody|too large/,
  ]),
  ...BAD_AMOUNTS.map((value): [string, string, RegExp] => [
    `CSV gross ${value}`,
    csv({ gross: value }),
    /is not an amount|decimals|below zero|more than anybody|too large/,
  ]),
  ...["-1", "many", "1.00001", "1e3", "9999999999"].map((value): [string, string, RegExp] => [
    `CSV quantity ${value}`,
    csv({ quantity: value }),
    /is not a quantity/,
  ]),
  ...["-1", "100", "a", "6.555"].map((value): [string, string, RegExp] => [
    `CSV tax ${value}`,
    csv({ tax: value }),
    /is not a percentage/,
  ]),
  ...BAD_DATES.map((value): [string, string, RegExp] => [
    `CSV date ${value}`,
    csv({ date: value }),
    /is not a date|may be .* or|later than today/,
  ]),
  ["CSV due date", csv({ due: "31.13.2026" }), /due.* is not a date/i],
  ...BAD_CURRENCIES.map((value): [string, string, RegExp] => [
    `CSV currency ${value}`,
    csv({ currency: value }),
    /is no currency in use/,
  ]),
  ...FORMULAS.map((value): [string, string, RegExp] => [
    `CSV formula ${value}`,
    csv({ supplier: value }),
    /begins like a formula/,
  ]),
  ["CSV formula in the text", csv({ what: "=A1" }), /begins like a formula/],
  ["CSV without a supplier", csv({ supplier: "" }), /supplier.*is empty/i],
  ["CSV without a number", csv({ number: "" }), /invoiceNumber.*is empty/i],
  ["CSV without a text", csv({ what: " " }), /description.*is empty/i],
  ["CSV with a bell in it", csv({ what: "Rope\u0007" }), /control characters/],
  ["CSV with too many cells", `${HEAD}\n${row()},more,more\n`, /13 cells where the heading has 11/],
  ["CSV with too few cells", `${HEAD}\nHalyard\n`, /1 cells where the heading has 11/],
  ["CSV with an open quote", `${HEAD}\n"Halyard,1\n`, /cannot be read as a table/],
  ["CSV without rows", `${HEAD}\n`, /no rows/],
  ["CSV without a heading", `${row()}\n${row()}\n`, /heading misses columns/],
  ["CSV of something else", "name,phone\nx,1\n", /heading misses columns/],
  [
    "a quantity times a price that nobody charges",
    csv({ quantity: "999999999", price: "9,999,999.00" }),
    /more than anybody would charge/,
  ],
  ["CSV in another encoding", `${HEAD}\n${row({ supplier: "Torrefa\ufffdo" })}`, /not UTF-8/],
  ["nothing", "", /no rows|heading/],
  ["only spaces", "   \n  ", /no rows|heading/],
  ["binary", "\u0000\u0001\u0002PK\u0003", /heading misses|no rows|cannot be read/],
  ["JSON", '{"a":1}', /no rows|heading|cannot be read/],
  [
    "an entity bomb",
    `<?xml version="1.0"?><!DOCTYPE lolz [<!ENTITY lol "lol"><!ENTITY lol2 "&lol;&lol;">]><Invoice>&lol2;</Invoice>`,
    /DOCTYPE/,
  ],
  ["an outside entity", `<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><Invoice>&x;</Invoice>`, /DOCTYPE/],
  ["a DOCTYPE in small letters", `<!doctype invoice><Invoice/>`, /DOCTYPE/],
  ["an entity without DOCTYPE", ubl((xml) => `<!ENTITY x "y">${xml}`), /DOCTYPE/],
  ["XML cut off", ubl((xml) => xml.slice(0, 700)), /not well-formed/],
  ["XML crossed", "<Invoice><a><b></a></b></Invoice>", /not well-formed/],
  ["XML with two roots", "<Invoice></Invoice><Invoice></Invoice>", /well-formed|neither|missing/],
  ["XML with a bare ampersand of attributes", `<Invoice a=1></Invoice>`, /not well-formed/],
  ["HTML", "<html><body>Invoice</body></html>", /neither a UBL Invoice/],
  ["a credit note", "<CreditNote></CreditNote>", /credit note/],
  ["an empty invoice", "<Invoice></Invoice>", /neither a UBL|is missing/],
  ["__proto__", "<Invoice><__proto__><x>1</x></__proto__></Invoice>", /cannot be read|is missing|neither/],
  ["XML in another encoding", ubl((xml) => xml.replace("Moss", "M\ufffdss")), /not UTF-8/],
  ["XML with a zero byte", ubl((xml) => xml.replace("Rope", "Ro\u0000pe")), /not text|not well-formed/],
  ...BAD_AMOUNTS.map((value): [string, string, RegExp] => [
    `UBL price ${value}`,
    inside("PriceAmount", value),
    /PriceAmount: |LineExtensionAmount: says/,
  ]),
  ...["-100.00", "abc", "1e99"].map((value): [string, string, RegExp] => [
    `UBL due ${value}`,
    inside("PayableAmount", value),
    /PayableAmount: /,
  ]),
  ...["abc", "-1", ""].map((value): [string, string, RegExp] => [
    `UBL quantity “${value}”`,
    inside("InvoicedQuantity", value),
    /InvoicedQuantity: /,
  ]),
  ...["2026-99-99", "yesterday", ""].map((value): [string, string, RegExp] => [
    `UBL date “${value}”`,
    inside("IssueDate", value),
    /IssueDate: /,
  ]),
  ["UBL of next year", inside("IssueDate", "2027-01-01"), /later than today/],
  ["UBL in no currency", inside("DocumentCurrencyCode", "QQQ"), /is no currency in use/],
  ["UBL without a currency", inside("DocumentCurrencyCode", ""), /DocumentCurrencyCode: is missing/],
  [
    "UBL with two currencies",
    put('<cbc:PriceAmount currencyID="EUR">', '<cbc:PriceAmount currencyID="USD">'),
    /is in USD, the document in EUR/,
  ],
  ["UBL without lines", put(/<cac:InvoiceLine>[\s\S]*<\/cac:InvoiceLine>/, ""), /InvoiceLine: there is none/],
  [
    "UBL without a supplier",
    put(/<cac:PartyName>[\s\S]*<\/cac:PartyName>/, ""),
    /neither a name nor a registration name/,
  ],
  ["UBL without a number", put("<cbc:ID>H-77</cbc:ID>", ""), /ID: is missing/],
  ["UBL with a formula for a supplier", put("Halyard &amp; Moss", "=cmd()"), /begins like a formula/],
];

let app: TestApp;
beforeAll(() => {
  app = booksApp();
});

/** What an import answers in the end: the sentences, of refusals or of bad rows. */
async function take(text: string, extra: Partial<IntakeRequest> = {}): Promise<string> {
  const request = { name: "file", text, submit: true, takeGood: false, confirm: null, ...extra };
  const steps = importDocuments(app, person(app, "tamsin-roque"), request);
  for (;;) {
    const step = await steps.next();
    if (!step.done) continue;
    const result = step.value;
    if (!result.ok) return result.refusals.map((one) => one.message).join("; ");
    if ("taken" in result.value) return `took ${result.value.taken.taken}`;
    const { bad, counts, fingerprint } = result.value.preview;
    if (bad.length === 0) return `would take ${counts.documents}`;
    // Confirmed all the same, it is refused as a whole.
    expect(await take(text, { confirm: fingerprint })).toMatch(/rows? (is|are) bad/);
    return bad.map((one) => `line ${one.line}, ${one.column}: ${one.message}`).join("; ");
  }
}

describe("malformed files", () => {
  it("are a hundred and more, and the right ones they are made from would be taken", async () => {
    expect(FILES.length).toBeGreaterThanOrEqual(100);
    expect(new Set(FILES.map(([, text]) => text)).size).toBe(FILES.length);
    expect(await take(csv({}))).toBe("would take 1");
    expect(await take(ubl((xml) => xml))).toBe("would take 1");
  });

  it.each(FILES)("%s", async (_what, text, says) => {
    const before = lastSeq(app.db);
    const said = await take(text);
    expect(said).toMatch(says);
    expect(said).not.toContain("would take");
    expect(lastSeq(app.db)).toBe(before);
  });

  it("of 200 MB are turned away before they are read", () => {
    const parsed = IntakeSchema.safeParse({ name: "x", text: "x".repeat(20 * 1024 * 1024 + 1) });
    expect(parsed.success).toBe(false);
  });
});
