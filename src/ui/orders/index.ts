/** The screens of orders: the form they are entered in, and how their facts are shown. */
import dynamic from "next/dynamic";
import { screensOf } from "../documents/screens";
import { OrderFacts, OrderParticulars } from "./order-facts";

export const orderScreens = screensOf({
  // Of weight, and not wanted where a document is only shown.
  Form: dynamic(() => import("./order-form").then((file) => file.OrderForm)),
  Facts: OrderFacts,
  Particulars: OrderParticulars,
});
