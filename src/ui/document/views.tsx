import type { ComponentType } from "react";
import { ClaimFacts, ClaimParticulars } from "../claims/claim-facts";
import { InvoiceFacts, InvoiceParticulars } from "../invoices/invoice-facts";
import { LimitFacts, LimitParticulars } from "../limits/limit-facts";
import { OrderFacts, OrderParticulars } from "../orders/order-facts";
import { AccountFacts, AccountParticulars } from "../supplier-accounts/account-facts";
import type { FactsProps } from "./facts";

type View = { Facts: ComponentType<FactsProps>; Particulars: ComponentType<FactsProps> };

// The key ties each view to the documents it is given; the compiler cannot see that.
const view = (Facts: unknown, Particulars: unknown) => ({ Facts, Particulars }) as View;

/** How the facts of each type are shown, by its key. */
export const VIEWS: Readonly<Record<string, View>> = {
  "purchase-order": view(OrderFacts, OrderParticulars),
  "supplier-invoice": view(InvoiceFacts, InvoiceParticulars),
  "expense-claim": view(ClaimFacts, ClaimParticulars),
  "credit-limit-change": view(LimitFacts, LimitParticulars),
  "supplier-account": view(AccountFacts, AccountParticulars),
};
