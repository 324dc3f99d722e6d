/**
 * The kinds of streams there are, by the beginning of their names up to the colon: what each is of. Nothing is written to another, and `projection.ts` has a line for
 * each, so that a kind that is forgotten does not compile.
 */
export const STREAMS = {
  document: "a document and all that happens to it",
  policy: "a policy, its versions and their review",
  "policy-set": "policies that are switched together",
  organisation: "people, units, positions, limits, calendars",
  access: "how somebody signs in, and what they were refused",
  account: "an account of a supplier or customer",
  ledger: "the books, the post room and payments",
  rules: "the organisation’s own rules",
  rates: "exchange rates",
  messages: "how messages read and reach people",
  integrations: "tokens of programs and addresses outside",
  sample: "a sample of an auditor’s",
  history: "documents of the past that were brought in by file",
  lookout: "what was looked through, and by which settings",
  finding: "something to look into, and what came of it",
  views: "the views of the register that somebody keeps",
  checkpoints: "checkpoints of the log",
  clock: "the demonstration’s clock",
} as const;

export type StreamKind = keyof typeof STREAMS;

/**
 * The kind of a stream. @example kindOfStream("document:po-00001") // "document"
 * @throws RangeError for a stream that is of none
 */
export function kindOfStream(stream: string): StreamKind {
  const kind = stream.split(":", 1)[0]!;
  if (!Object.hasOwn(STREAMS, kind)) throw new RangeError(`There is no kind of stream for “${stream}”`);
  return kind as StreamKind;
}
