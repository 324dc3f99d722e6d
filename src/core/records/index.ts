/** What makes a record trustworthy: canonical form, hashes, and the chain of events anyone can re-compute. */
export { canonical } from "./canonical";
export { GENESIS, chain, hashedText, sha256Hex, verifyChain, verifyEvent, verifyingChain } from "./chain";
export type { ChainProblem, ChainVerdict, ChainedEvent, EventHead, HashText } from "./chain";
export { MerkleTree, leafHash, merkleRoot } from "./merkle";
export type { HashBytes } from "./merkle";
export { CASE_FORMAT, EVIDENCE_FORMAT, verifyEvidence } from "./evidence";
export type {
  CaseManifest,
  CheckpointFile,
  Evidence,
  EvidenceManifest,
  EvidenceProblem,
  EvidenceProof,
} from "./evidence";
export { CheckpointSchema, RecordSchema } from "./schema";
export { differencesBetween } from "./differences";
export { isTokenOf, sealerOf, tokenOf, tokensIn, withTexts } from "./sealing";
export type { SealedText, Sealer } from "./sealing";
