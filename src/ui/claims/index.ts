/** The screens of expense claims: the form they are entered in, and how their facts are shown. */
import dynamic from "next/dynamic";
import { screensOf } from "../documents/screens";
import { ClaimFacts, ClaimParticulars } from "./claim-facts";

export const claimScreens = screensOf({
  // Of weight, and not wanted where a document is only shown.
  Form: dynamic(() => import("./claim-form").then((file) => file.ClaimForm)),
  Facts: ClaimFacts,
  Particulars: ClaimParticulars,
});
