import { dayIn } from "@/core/calendar";
import type { CreditLimitChange } from "@/core/documents";
import type { Person } from "@/core/people";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import type { Account } from "./accounts";

/** A change of a customer's account in somebody's name, as of today. What its fields were before is taken from the account when it is entered. */
export function limitChange(
  app: App,
  account: Pick<Account, "id" | "name" | "currency">,
  requester: Person,
  of: Pick<CreditLimitChange, "origin" | "stoppedOrder" | "note" | "changes">,
): CreditLimitChange {
  return {
    documentType: "credit-limit-change",
    title: "",
    requester: requester.id,
    onBehalfOf: null,
    unit: requester.unit,
    currency: account.currency,
    date: dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone),
    attachments: [],
    customer: account.id,
    customerName: account.name,
    first: false,
    papers: [],
    ...of,
  };
}
