/** What Bandeira writes to people: on what, to whom, and in which words. */
export { ALWAYS, OCCASIONS, RECIPIENTS, occasions, policyOccasions, recipients } from "./occasions";
export type { Occasion, Recipient } from "./occasions";
export { FIELDS, TemplateSchema, USUAL, fill, namedInTemplate, whyNotTemplate } from "./template";
export type { Facts, Field, Template, TemplateProblem } from "./template";
export { OUTSIDE, aboutOrders } from "./outside";
export type { OrderOutside, OutsideFacts } from "./outside";
export { asHtml, asText } from "./html";
export type { Action, Written } from "./html";
