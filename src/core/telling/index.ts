/** What happened to a document, as sentences: on its page, on its record, and in its evidence file. */
export { sayHow, sentenceOf, tell } from "./tell";
export type { Names, Said } from "./tell";
