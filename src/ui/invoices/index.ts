/** The screens of supplier invoices: the form they are entered in, and how their facts are shown. */
import dynamic from "next/dynamic";
import { screensOf } from "../documents/screens";
import { InvoiceFacts, InvoiceParticulars } from "./invoice-facts";

export const invoiceScreens = screensOf({
  // Of weight, and not wanted where a document is only shown.
  Form: dynamic(() => import("./invoice-form").then((file) => file.InvoiceForm)),
  Facts: InvoiceFacts,
  Particulars: InvoiceParticulars,
});
