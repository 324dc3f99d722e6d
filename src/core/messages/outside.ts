import { capital, joinWords } from "../text";
import type { policyOccasions } from "./occasions";

/** What somebody outside may read of a document; nothing that was said, and nobody who said it. */
export type OutsideFacts = {
  /** Our number. */
  number: string;
  /** Theirs, where they have one for it. */
  reference: string;
  /** What it is, as they would call it: “your invoice”. */
  what: string;
  amount: string;
  /** Who we are. */
  organisation: string;
};

type Letter = { subject: string; body: string };

/** How a supplier or customer hears of each occasion that a policy has them told of. Fixed words, so that no field meant for inside can stray into them. */
export const OUTSIDE: Readonly<Record<(typeof policyOccasions)[number], (facts: OutsideFacts) => Letter>> = {
  submitted: (facts) => ({
    subject: `${named(facts)}: received`,
    body: `${facts.organisation} has ${whole(facts)} and is looking at it.`,
  }),
  opened: (facts) => underWay(facts),
  "handed over": (facts) => underWay(facts),
  overdue: (facts) => ({
    subject: `${named(facts)}: it takes longer`,
    body: `${facts.organisation} has not decided on ${whole(facts)} in time. You will be notified of the outcome.`,
  }),
  approved: (facts) => ({
    subject: `${named(facts)}: accepted`,
    body: `${facts.organisation} has accepted ${whole(facts)}.`,
  }),
  "sent back": (facts) => ({
    subject: `${named(facts)}: to be clarified`,
    body: `Something about ${whole(facts)} is being clarified at ${facts.organisation}. You will be notified of the outcome.`,
  }),
  declined: (facts) => ({
    subject: `${named(facts)}: not accepted`,
    body: `${facts.organisation} has not accepted ${whole(facts)}.`,
  }),
};

const underWay = (facts: OutsideFacts): Letter => ({
  subject: `${named(facts)}: being looked at`,
  body: capital(`${whole(facts)} is being looked at by ${facts.organisation}.`),
});

const named = ({ number, reference }: OutsideFacts) => (reference ? `${reference} (our ${number})` : number);
const whole = ({ what, number, reference, amount }: OutsideFacts) =>
  `${what} ${reference || number}${amount ? ` of ${amount}` : ""}`;

/** A customer's order, as they know it. */
export type OrderOutside = { number: string; title: string; amount: string };

/**
 * How a customer hears what became of orders of theirs that were stopped for credit.
 * @param limit what it is now, and whether it was raised; null where it is not about the limit, or was not granted
 */
export function aboutOrders({
  released,
  onHold,
  limit,
  organisation,
}: {
  released: readonly OrderOutside[];
  onHold: readonly OrderOutside[];
  limit: { amount: string; raised: boolean } | null;
  organisation: string;
}): Letter {
  const list = (orders: readonly OrderOutside[]) =>
    joinWords(
      orders.map(({ number, title, amount }) => `${number}, ${title}, of ${amount}`),
      "and",
    );
  const named = (orders: readonly OrderOutside[]) =>
    `Your ${orders.length === 1 ? "order" : "orders"} ${joinWords(
      orders.map(({ number }) => number),
      "and",
    )}`;
  const sentences = [
    ...(limit
      ? [`Your credit limit with ${organisation} ${limit.raised ? "is now" : "stays at"} ${limit.amount}.`]
      : []),
    ...(released.length > 0 ? [`${organisation} has released ${list(released)}.`] : []),
    ...(onHold.length > 0
      ? [
          `${limit ? "It does not reach for" : "A higher credit limit was not granted for"} ${list(onHold)}, which ${onHold.length === 1 ? "stays" : "stay"} on hold. Please write to your contact at ${organisation} about how to go on.`,
        ]
      : []),
  ];
  const subject =
    released.length === 0
      ? `${named(onHold)}: on hold`
      : onHold.length === 0
        ? `${named(released)}: released`
        : `${named([...released, ...onHold])}: released in part`;
  return { subject, body: sentences.join(" ") };
}
