import { z } from "zod";
import { money, sum, CurrencySchema, PercentSchema, type Money } from "../../money";
import { IdSchema, own } from "../../ids";
import type { EvaluationContext } from "../context";
import { Exact, MOST_MINOR, basicFields, sampleBasics, withExactTotals, written } from "../parts";
import { chargedTo, keysOf, picked, picksOfLines } from "../picks";
import type { DocumentType, MissingItem, Remark } from "../registry";
import type { MissingReason } from "../reasons";
import { amount, date, differences, entry, papers, parts, person, text, type Change, type Shown } from "../shown";
import { claimStart } from "./starting";
import { claimStarts } from "./starting-kinds";
import type { RemarkReason } from "../reasons";

export const ClaimLineSchema = z.strictObject({
  date: z.iso.date(),
  category: picked("claim-categories", "Key of a category of claims").default(""),
  description: written(200),
  ...chargedTo,
  spent: z
    .strictObject({ minor: z.int().min(0).max(MOST_MINOR), currency: CurrencySchema })
    .meta({ description: "What was paid, in the currency of the receipt" }),
  claimed: z
    .int()
    .min(0)
    .max(MOST_MINOR)
    .meta({ description: "What is claimed, in minor units of the claim's currency" }),
  taxPercent: PercentSchema.default("0").meta({ description: "Tax that is contained in it" }),
  receipt: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .default(null)
    .meta({ description: "Hash of the attached picture or paper" }),
});
export type ClaimLine = z.infer<typeof ClaimLineSchema>;

export const ExpenseClaimSchema = z
  .strictObject({
    documentType: z.literal("expense-claim"),
    ...basicFields,
    payee: IdSchema.meta({ description: "Who is paid" }),
    lines: z.array(ClaimLineSchema).max(200),
  })
  .superRefine(withExactTotals(claimTotal));
export type ExpenseClaim = z.infer<typeof ExpenseClaimSchema>;

/** What is claimed in all, in minor units of the currency of the claim. */
export function claimTotal(claim: Pick<ExpenseClaim, "lines" | "currency">): Money {
  return sum(
    claim.lines.map((line) => money(line.claimed, claim.currency)),
    claim.currency,
  );
}

/** The tax contained in a claim, worked out per line: the shares of a total that has it. */
function claimTax(claim: ExpenseClaim): Money {
  const parts = claim.lines.map((line) => {
    const percent = new Exact(line.taxPercent);
    return new Exact(line.claimed).mul(percent).div(percent.add(100)).toDecimalPlaces(0).toNumber();
  });
  return sum(
    parts.map((minor) => money(minor, claim.currency)),
    claim.currency,
  );
}

function missing(claim: ExpenseClaim): MissingItem[] {
  const items: MissingItem[] = [];
  const need = (filled: boolean, path: string, why: MissingReason) => {
    if (!filled) items.push({ path, why });
  };
  need(claim.title.trim() !== "", "title", { code: "no title" });
  need(claim.lines.length > 0, "lines", { code: "no lines" });
  claim.lines.forEach((line, index) => {
    const at = (key: string) => `lines.${index}.${key}`;
    need(line.description.trim() !== "", at("description"), {
      code: "line not described",
      values: { line: index + 1 },
    });
    need(line.claimed > 0, at("claimed"), { code: "amount not above zero", values: { line: index + 1 } });
    need(line.date <= claim.date, at("date"), { code: "line dated later", values: { line: index + 1 } });
    need(line.spent.currency !== claim.currency || line.spent.minor >= line.claimed, at("claimed"), {
      code: "claimed more than spent",
      values: { line: index + 1 },
    });
    need(line.receipt === null || claim.attachments.some((paper) => paper.hash === line.receipt), at("receipt"), {
      code: "receipt not attached",
      values: { line: index + 1 },
    });
  });
  return items;
}

function changes(before: ExpenseClaim, after: ExpenseClaim): Change[] {
  const { found, compare, compareLines } = differences();
  compare("What for", text(before.title), text(after.title));
  compare("Payee", person(before.payee), person(after.payee));
  compare("Note", text(before.note), text(after.note));
  compareLines(before.lines.map(lineOf(before)), after.lines.map(lineOf(after)));
  compare("Receipts", papers(before.attachments), papers(after.attachments));
  compare("Total claimed", amount(claimTotal(before)), amount(claimTotal(after)));
  return found;
}

function lineOf({ currency }: ExpenseClaim): (line: ClaimLine) => Shown {
  return (line) =>
    parts(
      date(line.date),
      text(line.description),
      entry("claim-categories", line.category),
      amount(money(line.claimed, currency)),
      line.receipt ? null : { code: "no receipt" },
    );
}

/** What the list says of the category of a line. */
const categoryOf = ({ category }: ClaimLine, { around }: EvaluationContext) => own(around.categories ?? {}, category);

/**
 * Lines over the amount from which their category needs a receipt, and without one; a category that says no amount needs one for any, and an allowance none.
 * Numbers count from 1.
 */
export function linesWithoutReceipt(claim: ExpenseClaim, looking: EvaluationContext): number[] {
  return claim.lines.flatMap((line, index) => {
    const { receiptFrom: from, allowance } = categoryOf(line, looking) ?? {};
    if (line.receipt || allowance) return [];
    const spent = from && looking.toCurrency(line.spent, from.currency);
    return spent && spent.minor <= from.minor ? [] : [index + 1];
  });
}

/** Something about one line, counted from 1. */
type OfLine = { line: number; why: RemarkReason };

/** Receipts, by the hash of their content, that stand on more than one line of a claim, or on another claim. */
export function receiptsTwice(claim: ExpenseClaim, { around }: EvaluationContext): OfLine[] {
  return claim.lines.flatMap(({ receipt }, index): OfLine[] => {
    if (!receipt) return [];
    const first = claim.lines.findIndex((other) => other.receipt === receipt);
    const elsewhere = (around.receiptsElsewhere ?? []).find((one) => one.hash === receipt);
    const line = index + 1;
    if (elsewhere) return [{ line, why: { code: "same receipt on document", values: { number: elsewhere.number } } }];
    return first < index ? [{ line, why: { code: "same receipt on line", values: { line: first + 1 } } }] : [];
  });
}

/** What of a claim passes a ceiling of its category, the allowance of a day, or takes both the allowance of a day and what is contained in it. */
export function overCeilings(claim: ExpenseClaim, looking: EvaluationContext): OfLine[] {
  const inClaim = (limit: Money) => looking.toCurrency(limit, claim.currency);
  const isAllowance = (line: ClaimLine) => categoryOf(line, looking)?.allowance !== undefined;
  return claim.lines.flatMap((line, index) => {
    const found: RemarkReason[] = [];
    const { ceiling, allowance, inAllowance } = categoryOf(line, looking) ?? {};
    const most = ceiling && inClaim(ceiling);
    if (most && line.claimed > most.minor) {
      const by = money(line.claimed - most.minor, claim.currency);
      found.push({ code: "over a ceiling", values: { by, ceiling, category: line.category } });
    }
    const sameDay = claim.lines.filter((other) => other.date === line.date);
    if (allowance) {
      const day = sameDay.filter((other) => other.category === line.category);
      const total = day.reduce((all, one) => all + one.claimed, 0);
      const allowed = inClaim(allowance);
      if (allowed && total > allowed.minor && day[0] === line) {
        const by = money(total - allowed.minor, claim.currency);
        found.push({ code: "over the daily allowance", values: { by, allowance } });
      }
    }
    if (inAllowance && sameDay.some(isAllowance))
      found.push({ code: "contained in the allowance", values: { date: line.date, category: line.category } });
    return found.map((why) => ({ line: index + 1, why }));
  });
}

/** Lines whose amount in the claim's currency is more than the day's rate makes of what was spent, by over a hundredth. */
function offTheRate(claim: ExpenseClaim, { toCurrency }: EvaluationContext): OfLine[] {
  return claim.lines.flatMap((line, index): OfLine[] => {
    if (line.spent.currency === claim.currency) return [];
    const atRate = toCurrency(line.spent, claim.currency);
    if (atRate && line.claimed * 100 <= atRate.minor * 101) return [];
    const { spent } = line;
    if (!atRate) return [{ line: index + 1, why: { code: "no rate of the day", values: { spent } } }];
    const { minor, currency } = atRate;
    return [
      { line: index + 1, why: { code: "more than the rate", values: { spent, atRate: money(minor, currency) } } },
    ];
  });
}

function remarks(claim: ExpenseClaim, looking: EvaluationContext): Remark[] {
  const as = (about: Remark["about"]) => (one: OfLine) => ({ about, grave: true, ...one });
  return [
    ...receiptsTwice(claim, looking).map(as("same receipt")),
    ...linesWithoutReceipt(claim, looking).map((line) =>
      as("receipt missing")({ line, why: { code: "receipt missing" } }),
    ),
    ...overCeilings(claim, looking).map(as("over a ceiling")),
    ...offTheRate(claim, looking).map(as("rate")),
  ];
}

const receiptsOf = ({ lines }: ExpenseClaim) => [...new Set(lines.flatMap((line) => line.receipt ?? []))];

export const expenseClaimType: DocumentType<ExpenseClaim> = {
  key: "expense-claim",
  byLine: true,
  name: { one: "claim", many: "claims", prefix: "EC" },
  heading: "Expense claims",
  about: "What somebody has spent and is to get back, with its receipts.",
  needs: "Each thing that was paid, with its day and category, and a photograph of its receipt.",
  example: "A train ticket of 48.60 and a night in a hotel, with both receipts.",
  starting: claimStart,
  startingFor: claimStarts,
  steps: ["post", "next payment run"],
  refers: () => null,
  around: (claim) => ({
    rules: true,
    receipts: receiptsOf(claim),
    categories: { list: "claim-categories", keys: keysOf(claim.lines, (line) => line.category) },
  }),
  lookedUp: (claim) => ({ receipts: receiptsOf(claim) }),
  outside: () => ({ account: null, called: "the claim", reference: "" }),
  posting: ({ payee: person }) => ({ kind: "claim posted", person }),
  paidTo: ({ payee: person }) => ({ to: { person }, due: null, reference: null }),
  changesAccount: () => null,
  schema: ExpenseClaimSchema,
  fields: [
    { key: "category", kind: "choice", label: "category", many: true, always: true, list: "claim-categories" },
    { key: "gross", kind: "amount", label: "total claimed", always: true },
    { key: "missingReceipt", kind: "flag", label: "missing receipt", around: true },
    { key: "sameReceipt", kind: "flag", label: "receipt that stands elsewhere too", around: true },
    { key: "overCeiling", kind: "flag", label: "line over its ceiling", around: true },
    { key: "aboveRate", kind: "flag", label: "line claimed above the day’s rate", around: true },
    { key: "onBehalf", kind: "flag", label: "claim on behalf of somebody" },
    { key: "costCentre", kind: "choice", label: "cost centre", many: true, list: "cost-centres" },
    { key: "project", kind: "choice", label: "project", many: true, list: "projects" },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
  ],
  facts: (claim, looking) => ({
    category: keysOf(claim.lines, (line) => line.category),
    gross: claimTotal(claim),
    missingReceipt: linesWithoutReceipt(claim, looking).length > 0,
    sameReceipt: receiptsTwice(claim, looking).length > 0,
    overCeiling: overCeilings(claim, looking).length > 0,
    aboveRate: offTheRate(claim, looking).length > 0,
    onBehalf: claim.onBehalfOf !== null,
    costCentre: keysOf(claim.lines, (line) => line.costCentre),
    project: keysOf(claim.lines, (line) => line.project),
    currency: claim.currency,
    unit: claim.unit,
    requester: claim.requester,
  }),
  measures: [
    {
      key: "gross",
      adds: true,
      label: "total claimed",
      of: (claim) => ({
        amount: claimTotal(claim),
        how: { code: "lines claimed", values: { lines: claim.lines.length, total: claimTotal(claim) } },
      }),
    },
    {
      key: "largestLine",
      label: "largest line",
      of: (claim) => {
        const largest = Math.max(0, ...claim.lines.map((one) => one.claimed));
        const line = claim.lines.findIndex((one) => one.claimed === largest) + 1;
        const amount = money(largest, claim.currency);
        return { amount, how: { code: "largest line", values: { line, amount, net: false } } };
      },
    },
  ],
  missing,
  changes,
  lines: (claim) => claim.lines.map(lineOf(claim)),
  party: (claim) => claim.payee,
  amountKeys: ["minor", "claimed"],
  parts: (claim) =>
    claim.lines.map((line, index) => ({
      key: `line ${index + 1}`,
      label: line.description || `Line ${index + 1}`,
      amount: money(line.claimed, claim.currency),
      content: line,
    })),
  // A line that is cut keeps its place with what is allowed of it; one that is refused goes.
  without: (claim, refused) => ({
    ...claim,
    lines: claim.lines.flatMap((line, index) => {
      const cut = refused.find((one) => one.part === `line ${index + 1}`);
      if (!cut) return [line];
      return cut.allowed ? [{ ...line, claimed: Math.min(line.claimed, cut.allowed) }] : [];
    }),
  }),
  remarks,
  picks: (claim) => picksOfLines(claim.lines, "claim-categories"),
  taxed: (claim) => claim.lines,
  concerns: () => ({}),
  linePapers: {
    missing: linesWithoutReceipt,
    of: (claim, line) => claim.lines[line - 1]?.receipt,
    with: (claim, supplied) => ({
      ...claim,
      attachments: [...claim.attachments, ...supplied.map((one) => one.attachment)],
      lines: claim.lines.map((line, index) => {
        const paper = supplied.find((one) => one.line === index + 1);
        return paper && !line.receipt ? { ...line, receipt: paper.attachment.hash } : line;
      }),
    }),
  },
  peopleFields: {},
  named: () => ({}),
  interested: (claim) =>
    claim.payee === claim.requester ? [] : [{ person: claim.payee, why: { code: "is paid by it" } }],
  shows: "gross",
  sample: (known) => ({
    documentType: "expense-claim",
    ...sampleBasics(known),
    payee: known.requester,
    lines: [
      {
        date: known.date,
        category: known.category ?? "",
        description: "Trial",
        costCentre: "",
        spent: { minor: known.minor, currency: known.currency },
        claimed: known.minor,
        taxPercent: "0",
        receipt: null,
      },
    ],
  }),
  headline: (claim) => {
    const gross = claimTotal(claim);
    const tax = claimTax(claim);
    return { title: claim.title, party: "", net: money(gross.minor - tax.minor, gross.currency), tax, gross };
  },
};
