/** On what a message is written. The first word of each sentence in Settings. */
export const OCCASIONS = {
  submitted: "A document is submitted",
  opened: "Somebody is asked to decide",
  approved: "A document is approved",
  "sent back": "A document is sent back",
  declined: "A document is declined",
  "handed over": "A level is handed over",
  overdue: "An answer is late",
  reminder: "Somebody is reminded",
  question: "Somebody is asked a question",
  answer: "A question is answered",
  told: "Somebody is notified and asked nothing",
  reopened: "An approval no longer counts",
  lapse: "Nobody answered, and that counts as approval",
} as const;
export type Occasion = keyof typeof OCCASIONS;
export const occasions = Object.keys(OCCASIONS) as Occasion[];

/** To whom a policy has messages sent beside those who hear anyway. */
export const RECIPIENTS = {
  requester: "the requester",
  approvers: "everybody who was asked",
  next: "whoever is asked now",
  manager: "the requester’s manager",
  readers: "those who read along",
  told: "those who are told",
  party: "the supplier or customer",
  accounts: "the accounts clerks",
} as const;
export type Recipient = keyof typeof RECIPIENTS;
export const recipients = Object.keys(RECIPIENTS) as Recipient[];

/**
 * Who hears of an occasion whatever the policy says: whoever is to do something, and the requester of what came of it. Nobody has to switch that on,
 * so nobody can have forgotten to.
 */
export const ALWAYS: Partial<Record<Occasion, readonly Recipient[]>> = {
  approved: ["requester", "told"],
  declined: ["requester", "told"],
  "sent back": ["requester"],
  overdue: ["requester"],
  lapse: ["requester"],
};

/** Occasions that a policy can have others told of. */
export const policyOccasions = [
  "submitted",
  "opened",
  "approved",
  "sent back",
  "declined",
  "handed over",
  "overdue",
] as const satisfies readonly Occasion[];
