/** A sixth type of document, for the test that one needs nothing but its own folder: a contract, with lines by the year, a party and an end. */
import { z } from "zod";
import { basicFields, sampleBasics, times, written } from "@/core/documents/parts";
import { amount, date, differences, papers, parts, priced, text, type Shown } from "@/core/documents/shown";
import type { DocumentType, MissingItem } from "@/core/documents/registry";
import { headAbove, lineManager } from "@/core/documents/starting";
import { MinorSchema, money, sum } from "@/core/money";

export const ContractSchema = z.strictObject({
  documentType: z.literal("contract"),
  ...basicFields,
  party: written(120),
  endsOn: z.iso.date().nullable().default(null),
  lines: z.array(
    z.strictObject({ description: written(200), years: z.int().min(0).max(50), perYear: MinorSchema.min(0) }),
  ),
});
export type Contract = z.infer<typeof ContractSchema>;

const lineTotal = ({ years, perYear }: Contract["lines"][number]) => times(years, perYear);
const totalOf = ({ lines, currency }: Contract) =>
  sum(
    lines.map((line) => money(lineTotal(line), currency)),
    currency,
  );

function missing({ title, party, endsOn, lines }: Contract): MissingItem[] {
  const wanted: (MissingItem | false)[] = [
    !title.trim() && { path: "title", why: { code: "no title" } },
    !party.trim() && { path: "party", why: { code: "nobody named", values: { who: "other party" } } },
    !endsOn && { path: "endsOn", why: { code: "field empty", values: { field: "day on which it ends" } } },
    lines.length === 0 && { path: "lines", why: { code: "no lines" } },
  ];
  return wanted.filter((one) => one !== false);
}

const lineOf =
  ({ currency }: Contract) =>
  (line: Contract["lines"][number]): Shown =>
    parts(text(line.description), priced(line.years, line.perYear, currency));

export const contractType: DocumentType<Contract> = {
  key: "contract",
  name: { one: "contract", many: "contracts", prefix: "CO" },
  heading: "Contracts",
  about: "What is agreed with somebody for some years: what, with whom, until when.",
  needs: "With whom it is, and lines with what they cost a year.",
  example: "Cleaning for three years at 9,000.00 a year.",
  starting: {
    key: "contracts",
    title: "Contracts by what they come to",
    about: "What is agreed is seen by the manager, and by the head of the unit above where it comes to much.",
    measure: "net",
    sections: [
      {
        name: "Everything else",
        when: "otherwise",
        thresholds: [50_000],
        levels: [lineManager("approves", "approves"), headAbove("none", "approves")],
      },
    ],
    holds: [{ reason: "No paper", blocks: ["use"], when: { kind: "flag", field: "hasAttachment", is: false } }],
    afterApproval: ["tell"],
  },
  steps: [],
  schema: ContractSchema,
  fields: [
    { key: "party", kind: "text", label: "party", always: true },
    { key: "endsOn", kind: "date", label: "end date" },
    { key: "net", kind: "amount", label: "total", always: true },
    { key: "hasAttachment", kind: "flag", label: "attachment" },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
  ],
  facts: (contract) => ({
    party: contract.party,
    endsOn: contract.endsOn,
    net: totalOf(contract),
    hasAttachment: contract.attachments.length > 0,
    currency: contract.currency,
    unit: contract.unit,
    requester: contract.requester,
  }),
  measures: [
    {
      key: "net",
      adds: true,
      label: "total",
      of: (contract) => {
        const net = totalOf(contract);
        return { amount: net, how: { code: "net of lines", values: { lines: contract.lines.length, net } } };
      },
    },
  ],
  missing,
  changes: (before, after) => {
    const { found, compare, compareLines } = differences();
    compare("Title", text(before.title), text(after.title));
    compare("Party", text(before.party), text(after.party));
    compare("End", date(before.endsOn), date(after.endsOn));
    compareLines(before.lines.map(lineOf(before)), after.lines.map(lineOf(after)));
    compare("Papers", papers(before.attachments), papers(after.attachments));
    compare("Total", amount(totalOf(before)), amount(totalOf(after)));
    return found;
  },
  lines: (contract) => contract.lines.map(lineOf(contract)),
  party: ({ party }) => party,
  amountKeys: ["years", "perYear"],
  refers: () => null,
  around: () => ({ rules: true }),
  lookedUp: () => ({}),
  outside: () => ({ account: null, called: "our contract", reference: "" }),
  posting: () => null,
  paidTo: () => null,
  changesAccount: () => null,
  parts: () => [],
  without: (contract) => contract,
  remarks: () => [],
  picks: () => [],
  taxed: () => [],
  concerns: () => ({}),
  peopleFields: {},
  named: () => ({}),
  interested: () => [],
  shows: "net",
  sample: (known) => ({
    documentType: "contract",
    ...sampleBasics(known),
    party: known.party ?? "",
    endsOn: null,
    lines: [{ description: "Trial", years: 1, perYear: known.minor }],
  }),
  headline: (contract) => {
    const net = totalOf(contract);
    return { title: contract.title, party: contract.party, net, tax: money(0, contract.currency), gross: net };
  },
};
