/** What makes a record trustworthy: canonical form, hashes, and the chain of events anyone can re-compute. */
export { canonical } from "./canonical";
export { GENESIS, chain, hashedText, sha256Hex, verifyChain, verifyEvent } from "./chain";
export type { ChainProblem, ChainVerdict, ChainedEvent, EventHead, HashText } from "./chain";
