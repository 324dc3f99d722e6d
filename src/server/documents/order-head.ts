import type { OrderParty } from "@/core/formats";

/** Who orders from whom, kept with the letter that sent it, so that the files are the same whenever they are opened. */
export type OrderHead = { buyer: OrderParty; seller: OrderParty; receiver: string };

/** What a letter has with it: an order, with the parties as they were when it was sent. */
export type Enclosed = { order: string } & OrderHead;
