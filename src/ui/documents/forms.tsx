import type { ComponentType } from "react";
import { ClaimForm } from "../claims/claim-form";
import { InvoiceForm } from "../invoices/invoice-form";
import { LimitForm } from "../limits/limit-form";
import { OrderForm } from "../orders/order-form";
import { AccountForm } from "../supplier-accounts/account-form";
import type { FoundAccount } from "./account-picker";
import type { FormStart } from "./use-document-form";

export type FormProps = FormStart & { account?: FoundAccount | undefined; changing?: unknown };

// The key ties each form to the documents it is given; the compiler cannot see that.
const form = (component: unknown) => component as ComponentType<FormProps>;

/** The form of each type, by its key. */
export const FORMS: Readonly<Record<string, ComponentType<FormProps>>> = {
  "purchase-order": form(OrderForm),
  "supplier-invoice": form(InvoiceForm),
  "expense-claim": form(ClaimForm),
  "credit-limit-change": form(LimitForm),
  "supplier-account": form(AccountForm),
};
