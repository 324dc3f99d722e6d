/** What stands in the way of a document beside its chain: what places a hold, what it blocks, and when its cause is gone. */
export { BlockSchema } from "./types";
export type { Block, Hold, HoldKind, PlacedHold, ReleasedHow } from "./types";
export type { Cause, CheckReason, HeldRemark, HoldWhy } from "./reasons";
export { BACKDATED, activeOf, backdated, blockingHolds, hasCause, holdsOfPolicy } from "./holds";
