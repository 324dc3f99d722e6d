import { canonical, sha256Hex } from "../records";
import type { Level } from "../policy";
import type { Result } from "../refusal";
import { plain } from "../words";
import type { DecideContext, DocumentState, Signature } from "./types";
import { no } from "./under";

/**
 * The hash that is signed for: SHA-256 (FIPS 180-4) of the canonical JSON (RFC 8785) of number, revision, document and the policy version it goes
 * under. Another word anywhere in the document gives another hash.
 * @param seal puts tokens for those it names, as the log has it: the hash then stays when a name is replaced by a pseudonym
 */
export function revisionHash(
  state: Pick<DocumentState, "number" | "revision" | "document" | "route">,
  seal?: (text: string) => string,
): string {
  const { number, revision, document, route } = state;
  return sha256Hex(canonical({ number, revision, document, policy: route?.policy ?? null }, seal));
}

/** Why a signature that a level asks for is missing or not good; null where none is asked for or it is. */
export function whyNotSigned(
  state: DocumentState,
  rule: Level | undefined,
  signature: Signature | undefined,
  context: DecideContext,
): Result<never> | null {
  if (!rule?.signature) return null;
  if (!signature)
    return no("signature required", `${rule.name} signs: type your name and prove that it is you`, "signature");
  const name = context.routing.directory.person(context.actor)?.name ?? context.actor;
  if (asTyped(signature.name) !== asTyped(name))
    return no("signature", `Type your name as it is known here: ${name}`, "signature.name");
  if (signature.documentHash !== revisionHash(state, context.seal))
    return no("other revision", "The document is another than the one that was shown; look at it again", "signature");
  return null;
}

/** Names are compared without accents and capitals: a phone's keyboard has not every letter at hand. */
function asTyped(name: string): string {
  return plain(name).replace(/\s+/g, " ").trim();
}
