import type { FeelReason, ReadLoss, Span, TablePlace, TableProblem, TableReason } from "../formats";
import { formatAmount } from "../money";
import { refusal, type Refusal } from "../refusal";
import { sayNoAmount } from "./amounts";
import { sayCount } from "../text";
import { sayBy, sayPart, speak, type Wording } from "./wording";

const FEEL: Wording<FeelReason> = {
  "not understood": ({ typed }) => `“${typed}” is not understood`,
  "form not understood": () => "this form of expression is not understood",
  "too long": () => "the expression is too long",
  "nested too deep": () => "the expression is nested too deep",
  "ends early": () => "the expression ends too early",
  "expected before": ({ wanted, before }) => `“${wanted}” was expected before “${before ?? "the end"}”`,
  "not expected": ({ typed }) => `“${typed}” was not expected`,
  "other count of values": ({ call, takes, given }) =>
    `“${call}” takes ${takes === 1 ? "one value" : `${sayCount(takes)} values`} between its brackets, not ${sayCount(given)}`,
  "sign not used here": ({ sign }) => `“${sign}” cannot be used here`,
  "names no currency": ({ name }) => `“${name}” names no currency; an amount is written as net_EUR, in minor units`,
  "no such field": ({ name }) => `there is no field “${name}”`,
  malformed: ({ found }) => found || "is no condition",
};

const sayFeel = (why: FeelReason): string => sayPart(FEEL, why);

/** @example saySpan({ from: null, to }) // "amounts from zero to 99.99" */
function saySpan({ from, to }: Span): string {
  if (from && to && from.minor === to.minor) return formatAmount(from);
  return `amounts from ${from ? formatAmount(from) : "zero"} ${to ? `to ${formatAmount(to)}` : "on"}`;
}

const TABLES = {
  "has a DOCTYPE": () => "The file declares a document type, which is not read; take that line out",
  "no DMN": ({ found }) => `The file is no DMN: ${found || "it cannot be read"}`,
  "no table by amount": () => "There is no decision table by amount in the file",
  "column missing": ({ column }) => `the column “${column}” is missing`,
  malformed: ({ found }) => found,
  "no such row": ({ typed }) => `“${typed}” is none of from, to, approval, level`,
  "no amount": ({ why }) => sayNoAmount(why),
  "no condition": ({ why }) => sayFeel(why),
  "sign in the wrong row": ({ sign, row }) => `“${sign}” cannot stand in a row “${row}”`,
  "no rule for approvers": ({ typed }) => `“${typed}” is no rule such as manager:1, group:directors or people:ana,rui`,
  "names nobody": ({ typed }) => `“${typed}” names nobody who could approve`,
  "no number of approvers": ({ typed }) => `“${typed}” is none of one, all, majority or a number`,
  "no way of refusing": ({ typed }) => `“${typed}” is none of first ends, counts`,
  "no stage": () => "give a whole number from 1 on",
  "no mark": ({ typed }) => `“${typed}” is none of approves, told, none`,
  "no kind of level": ({ typed, known }) => `“${typed}” is none of ${known.join(", ")}`,
  "level without a name": () => "give the level a name",
  "section without a name": () => "give the section a name",
  "from and to needed": ({ section }) => `the section “${section}” needs a row “from” and a row “to”`,
  "no whole number": ({ typed }) => `${typed} is no whole number of minor units`,
  "no range": ({ typed }) => `“${typed}” is no range of amounts`,
  "no input of amounts": ({ input }) => `the table has no input “${input}”`,
  "hit policy not read": ({ typed }) => `the hit policy ${typed} is not read; Unique and First are`,
  "no table of a section": ({ section }) => `there is no table for the section “${section}”`,
  "entry not read": ({ typed }) => `“${typed}” is not read; “true” and “-” are`,
  "several tables": () =>
    "there are several tables by amount, and none that chooses between them by an output “section”",
  "band ends before it begins": () => "the band ends before it begins",
  "bands overlap": ({ section, bands: [one, other], span }) =>
    `bands ${one} and ${other} of “${section}” both take ${saySpan(span)}`,
  "no band takes": ({ section, span }) => `no band of “${section}” takes ${saySpan(span)}`,
} satisfies Wording<TableReason>;

/** What programs are told where it is not simply “invalid”. */
const CODES: Partial<Record<TableReason["code"], string>> = {
  "column missing": "columns",
  "bands overlap": "overlap",
  "no band takes": "gap",
};

/** @example placeOf({ line: 3, column: "band 2" }) // "Line 3, band 2" */
function placeOf({ line, column, table, level, rule }: TablePlace): string {
  return [line && `Line ${line}`, column, table, level, rule && `rule ${rule}`].filter(Boolean).join(", ");
}

/** Why a file of tables is no policy, with where. */
export function sayTableProblem({ at, why }: TableProblem): Refusal {
  const said = sayBy(TABLES, why);
  if (why.code === "malformed") return refusal(why.values.code, said, why.values.path);
  const place = placeOf(at);
  const path = at.line === undefined ? place : [at.line, at.column].filter(Boolean).join(":");
  return refusal(CODES[why.code] ?? "invalid", place ? `${place}: ${said}` : said, path || undefined);
}

const LOST = {
  "file says": ({ text }) => text,
  "not understood": ({ found }) => `Not understood: ${found}.`,
  "decision left out": ({ name }) => `The decision “${name}” is no table by amount and was left out.`,
  "input left out": ({ input, table }) => `The input “${input}” of “${table}” was left out.`,
  "manager put there": ({ level, table }) =>
    `The file does not say who approves at “${level}” of “${table}”: the requester’s manager was put there.`,
  "name of the draft stays": ({ name }) => `The file is of the policy “${name}”; name and id stay those of this one.`,
} satisfies Wording<ReadLoss>;

/** What is not in a file of tables, or was put there for want of it. */
export function sayReadLoss(loss: ReadLoss): string {
  return sayBy(LOST, loss);
}

/** Why an expression is no condition. */
export const sayNoCondition = (why: FeelReason): string => speak(sayFeel(why));
