import type { ApprovedReason, WayReason, OverdueReason, PassedOverReason, StepResult } from "../approval";
import { CUSTOMER_FIELDS, SUPPLIER_FIELDS } from "../documents";
import { formatMoney } from "../money";
import type { LevelReason } from "../routing";
import { joinWords, sayDate } from "../text";
import { sayBy, sayLabel, sayLevelReason, type Names, type Wording, sayField } from "../words";

/** Why a level was passed over, as it follows its name. */
export function sayPassedOver(why: PassedOverReason, level: string, names: Names): string {
  if (why.code === "no part in what is left" || why.code === "another was chosen") return sayBy(PASSED, why, names);
  return sayLevelReason(why, level, names);
}

/** Why a level has the part that it has: as it came on the way, else as the route had it; empty for one that was added. */
export function sayPart(
  level: string,
  routed: LevelReason | null,
  meanwhile: PassedOverReason | undefined,
  names: Names,
): string {
  if (meanwhile) return sayPassedOver(meanwhile, level, names);
  return routed ? sayLevelReason(routed, level, names) : "";
}

type Meanwhile = Extract<PassedOverReason, { code: "no part in what is left" | "another was chosen" }>;

const PASSED = {
  "no part in what is left": () => "has no part in the band of what is left",
  "another was chosen": ({ by, chosen }, names) => `${names.person(by)} chose ${names.level(chosen)} to come next`,
} satisfies Wording<Meanwhile>;

const APPROVED = {
  "no approval needed": () => "no approval needed",
  "every level approved": () => "every required level has approved",
  "within the requester’s own limit": () =>
    "the requester’s own limit covers it, which the policy counts as the approval",
  "by lapse of time": ({ levels }, names) =>
    `${joinWords(levels.map(names.level), "and")} did not answer in time and ${levels.length === 1 ? "counts" : "count"} as approved automatically`,
} satisfies Wording<ApprovedReason>;

/** Why a document counts as approved. */
export function sayApproved(why: ApprovedReason, names: Names): string {
  return sayBy(APPROVED, why, names);
}

const OVERDUE = {
  "goes on waiting": () => "it goes on waiting",
  "declined by the policy": () => "the policy declines what is not answered in time",
  "nobody left to ask": () => "nobody is left to be asked next, so it goes on waiting",
  "cannot decide": ({ people }, names) =>
    `${joinWords(
      people.map((id) => names.person(id) || "nobody"),
      "and",
    )} cannot decide on it, so it goes on waiting`,
  "nobody above": () => "nobody stands above those who were asked, so it goes on waiting",
} satisfies Wording<OverdueReason>;

/** What becomes of a level that is overdue. */
export function sayOverdueReason(why: OverdueReason, names: Names): string {
  return sayBy(OVERDUE, why, names);
}

const LABELS: Readonly<Record<string, string>> = { ...SUPPLIER_FIELDS, ...CUSTOMER_FIELDS };

const BARRED = {
  "no network address": ({ host }) => `${host} has no address`,
  "leads inside": ({ host, to }) =>
    `${host} leads into this network (${to}); the server’s own settings must let it through`,
} satisfies Wording<WayReason>;

const STEPS = {
  "nothing was held": () => "Nothing was held by the policy",
  "holds released": ({ count }) => `${count === 1 ? "One hold" : `${count} holds`} released`,
  sent: ({ to, copyTo }, names) => `Sent to ${to}, with a copy to ${names.person(copyTo)}`,
  "posted for a party": ({ amount, party }) => `${formatMoney(amount)} posted for ${party}`,
  "posted for a person": ({ amount, person }, names) => `${formatMoney(amount)} posted for ${names.person(person)}`,
  "order booked": ({ amount }) => `Order of ${formatMoney(amount)} in the books`,
  "to be paid": ({ by }) => (by ? `To be paid by ${sayDate(by)}` : "To be paid with the next run"),
  "requester knows": () => "Whoever asked for it was notified of the approval",
  "person told": ({ person }, names) => `${names.person(person)} was notified`,
  "address told": ({ to }) => `${to} was notified`,
  "changes applied": ({ account, changes, opened, told, freed, customer }, names) => {
    const has = changes
      .map(
        ({ field, after }) =>
          `${sayLabel(LABELS[field] ?? field, names).toLowerCase()} ${sayField(field, after, names)}`,
      )
      .join(", ");
    return [
      has ? `${account} has ${has}` : `Nothing of ${account} was accepted`,
      ...(opened
        ? [`the account is open${told ? "" : "; nobody was notified, since no e-mail address is known"}`]
        : []),
      ...(freed.length > 0 ? [`released ${freed.join(", ")}`] : []),
      ...(customer === "told" ? ["the customer was notified"] : []),
      ...(customer === "no address" ? ["the customer was not notified, since no e-mail address is known"] : []),
    ].join("; ");
  },
  "address answered": ({ address, status }) => `${address} answered ${status}`,
  "no account": ({ party }) => `The back office has no account of ${party}; ask for one, and it is tried again`,
  "account blocked": ({ party }) => `The account of ${party} is blocked`,
  "account not approved": ({ party }) => `The account of ${party} is not approved yet`,
  "no order to send": () => "Only an order is sent to a supplier",
  "no e-mail": ({ party }) =>
    `No e-mail address of ${party} is known; ask for a change of its account, and it is tried again`,
  "not posted yet": () => "It is not posted yet, so there is nothing to pay",
  "nobody by that name": ({ note }) => `“${note}” is nobody here and no e-mail address, so that nobody was notified`,
  "changes no account": () => "This kind of document changes no account; take the step out of the policy",
  "unknown account": ({ account }) => `There is no account ${account}`,
  "changed meanwhile": ({ account, field, before, now }, names) =>
    `${sayLabel(LABELS[field] ?? field, names)} of ${account} was ${sayField(field, before, names)} when this was asked for, and is ${sayField(field, now, names)} now: it was approved for another change; ask for it anew`,
  "no such address": ({ note }) => `No address called “${note}” is registered in the settings`,
  "address barred": ({ address, why }, names) => `${address} is not called: ${sayBy(BARRED, why, names)}`,
  "address refused": ({ address, status }) => `${address} answered ${status}`,
  "address not reached": ({ address, cause }) => `${address} cannot be reached (${cause})`,
  "outside the books": () => "An address is called outside the books",
  "nothing to post": () => "There is nothing of it to post",
  said: ({ said }) => said,
} satisfies Wording<StepResult>;

/** What came of a step after the approval, or what went wrong with it. */
export function sayStepResult(result: StepResult | null, names: Names): string {
  return result ? sayBy(STEPS, result, names) : "";
}
