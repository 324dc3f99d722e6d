/** The screens of changes of supplier accounts: the form they are entered in, and how their facts are shown. */
import dynamic from "next/dynamic";
import { screensOf } from "../documents/screens";
import { AccountFacts, AccountParticulars } from "./account-facts";

export const supplierAccountScreens = screensOf({
  // Of weight, and not wanted where a document is only shown.
  Form: dynamic(() => import("./account-form").then((file) => file.AccountForm)),
  Facts: AccountFacts,
  Particulars: AccountParticulars,
});
