/** What a hold keeps back, as nouns. */
export const BLOCKED: Record<string, string> = {
  approval: "approval",
  send: "sending",
  post: "posting",
  pay: "payment",
  ship: "shipping",
  use: "use of the account",
};
