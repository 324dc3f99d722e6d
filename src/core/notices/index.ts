/** What the events of a document tell, to whom and why: facts of each event, and how they are said. */
export { noticesOf } from "./notices";
export type { Notice, Why } from "./notices";
export { sayWhy } from "./why-words";
