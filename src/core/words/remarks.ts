import {
  type DifferenceReason,
  type DuplicateReason,
  type MatchReason,
  type Remark,
  type RemarkReason,
  type RuleSubject,
} from "../documents";
import { formatMoney } from "../money";
import { countOf, capital, sayDate } from "../text";
import { sayOver } from "./measures";
import type { Names } from "./names";
import { sayBy, speak, type Wording } from "./wording";

const DUPLICATES = {
  "same number": ({ invoiceNumber }) => `the same number ${invoiceNumber}`,
  "number written alike": ({ invoiceNumber }) => `its number ${invoiceNumber} is written alike`,
  "same amount": ({ gross, date }) => `the same amount, ${formatMoney(gross)}, dated ${sayDate(date)}`,
} satisfies Wording<DuplicateReason>;

const MATCHES = {
  "names no order": () => "It names no order",
  "no such order": ({ order }) => `There is no approved order ${order}`,
  "order with another": ({ order, supplier }) => `${order} is an order with ${supplier}`,
  "charged against": ({ order }) => `Charged against ${order}`,
} satisfies Wording<MatchReason>;

const beforeThat = (before: string) => (before === "0" ? "" : `, ${before} charged before`);

const DIFFERENCES = {
  "not on the order": ({ order }) => `not on ${order}`,
  "order in another currency": ({ order, its, own }) => `${order} is in ${its}, the invoice in ${own}`,
  price: ({ charged, ordered, net, by, withEarlier, tolerance }) => {
    const instead =
      charged.minor > ordered.minor
        ? `${formatMoney(charged)} each instead of ${formatMoney(ordered)}`
        : `${formatMoney(net)} net at ${formatMoney(ordered)} each`;
    return `${instead}, ${formatMoney(by)} more${withEarlier ? " with lines before" : ""}; tolerance ${formatMoney(tolerance)}`;
  },
  tax: ({ charged, ordered }) => `tax at ${charged} % instead of ${ordered} %`,
  "more than ordered": ({ charged, most, before }) => `${charged} charged, ${most} ordered${beforeThat(before)}`,
  "more than received": ({ charged, most, before }) => `${charged} charged, ${most} received${beforeThat(before)}`,
  "beside the lines": ({ by, tolerance }) =>
    `${formatMoney(by)} charged beside the lines; tolerance ${formatMoney(tolerance)}`,
} satisfies Wording<DifferenceReason>;

const SUBJECTS = {
  "line amount": () => "quantity × price",
  "sum of lines": () => "sum of the line nets",
  "total without tax": () => "total without tax = lines − allowances + charges",
  "tax at": ({ percent }) => `tax at ${percent} %`,
  "taxed in all": () => "amounts that are taxed, in all",
  "taxed at": ({ percent }) => `amount taxed at ${percent} %`,
  "sum of taxes": () => "sum of the taxes",
  "total with tax": () => "total with tax = total without tax + tax",
  "amount due": () => "amount due = total with tax − paid already + rounding",
  "paid already": () => "what is paid already",
  "rounding of the due": () => "rounding of the amount due",
} satisfies Wording<RuleSubject>;

/** What of an invoice a rule is about. @example sayRuleSubject({ code: "sum of lines" }) // "sum of the line nets" */
export function sayRuleSubject(about: RuleSubject): string {
  return sayBy(SUBJECTS, about);
}

const REMARKS = {
  ...MATCHES,
  ...DIFFERENCES,
  "no account": ({ party }) => `There is no account of ${party} yet`,
  "account blocked": ({ party }) => `The account of ${party} is blocked`,
  "account not approved": ({ party }) => `The account of ${party} is not approved yet`,
  "no e-mail": ({ party }) =>
    `No e-mail address of ${party} is known, so that the order cannot be sent; ask for a change of its account`,
  "no order to change": ({ order }) => `There is no approved order ${order} to change`,
  "change in another currency": ({ order, its, own }) => `${order} is in ${its}, this change in ${own}`,
  "maybe the same invoice": ({ number, why }, names) =>
    `May be the same invoice as ${number}: ${sayBy(DUPLICATES, why, names)}`,
  "to another account": ({ party }) => `It asks to be paid to another account than ${party} has here`,
  "account changed": ({ party, on }) => `The bank account of ${party} changed on ${sayDate(on)}`,
  "over the supplier’s limit": ({ by, limit }) =>
    `${formatMoney(by)} over the supplier’s own limit of ${formatMoney(limit)}`,
  arithmetic: (broken) => sayBroken(broken),
  "same receipt on line": ({ line }) => `the same receipt stands on line ${line}`,
  "same receipt on document": ({ number }) => `the same receipt stands on ${number}`,
  "receipt missing": () => "receipt missing",
  "over a ceiling": ({ by, ceiling, category }, names) =>
    `${formatMoney(by)} over the ceiling of ${formatMoney(ceiling)} for ${names.entry("claim-categories", category)}`,
  "over the daily allowance": ({ by, allowance }) =>
    `${formatMoney(by)} over the daily allowance of ${formatMoney(allowance)}`,
  "contained in the allowance": ({ date, category }, names) =>
    `${names.entry("claim-categories", category)} on ${sayDate(date)} is contained in the allowance that is claimed for the day as well`,
  "more than the rate": ({ spent, atRate }) => `${formatMoney(spent)} are ${formatMoney(atRate)} at the day’s rate`,
  "no rate of the day": ({ spent }) => `there is no rate for ${formatMoney(spent)}`,
  "paper missing": ({ paper }, names) => `${names.entry("papers", paper)} is not attached`,
  "over the new limit": ({ by }) => `${formatMoney(by)} over the new limit already`,
  overdue: ({ amount, days }) => `${formatMoney(amount)} overdue, the oldest by ${countOf(days, "day")}`,
  "would be paid elsewhere": ({ party }) =>
    `Invoices of ${party} would be paid to another account; ask them by a number you know already`,
  "not signed by the party": () => "Filled in here, not by the supplier through an invitation",
} satisfies Wording<RemarkReason>;

type Broken = Extract<RemarkReason, { code: "arithmetic" }>["values"];

/** A rule of EN 16931 that an invoice does not keep, with by how much. */
function sayBroken({ rule, about, stated, computed, by }: Broken): string {
  return `${sayRuleSubject(about)} says ${formatMoney(stated)} and comes to ${formatMoney(computed)}: ${sayOver(by)} (${rule})`;
}

/** What an approver should look at, with the line it is about: "Line 2, Mooring rope: not on PO-00012". */
export function sayRemark({ why, line }: Pick<Remark, "why" | "line">, names: Names): string {
  const said = sayBy(REMARKS, why, names);
  return line === undefined ? said : speak(`${capital(names.line(line))}: ${said}`);
}

/** How an invoice stands to its order. */
export function sayMatch(why: MatchReason, names: Names): string {
  return sayBy(MATCHES, why, names);
}
