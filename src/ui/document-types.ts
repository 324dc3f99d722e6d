/** The screens of every type of document, by its key: a new type is its folder, and its line here and in the list of the core. */
import type { DocumentTypeKey } from "@/core/documents";
import { claimScreens } from "./claims";
import type { Screens } from "./documents/screens";
import { invoiceScreens } from "./invoices";
import { limitScreens } from "./limits";
import { orderScreens } from "./orders";
import { supplierAccountScreens } from "./supplier-accounts";

export const SCREENS: Readonly<Record<string, Screens>> = {
  "purchase-order": orderScreens,
  "supplier-invoice": invoiceScreens,
  "expense-claim": claimScreens,
  "credit-limit-change": limitScreens,
  "supplier-account": supplierAccountScreens,
} satisfies Record<DocumentTypeKey, Screens>;
