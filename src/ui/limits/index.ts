/** The screens of changes of credit limits: the form they are entered in, and how their facts are shown. */
import dynamic from "next/dynamic";
import { screensOf } from "../documents/screens";
import { LimitFacts, LimitParticulars } from "./limit-facts";

export const limitScreens = screensOf({
  // Of weight, and not wanted where a document is only shown.
  Form: dynamic(() => import("./limit-form").then((file) => file.LimitForm)),
  Facts: LimitFacts,
  Particulars: LimitParticulars,
});
