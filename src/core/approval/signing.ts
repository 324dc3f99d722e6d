import { canonical, sha256Hex } from "../records";
import type { Level } from "../policy";
import { plain } from "../text";
import { no, type Decided } from "./barred";
import type { DecideContext, DocumentEvent, DocumentState, Signature } from "./types";

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
): Decided<never> | null {
  if (!rule?.signature) return null;
  if (!signature) return no({ code: "signature needed", values: { level: rule.id } }, "signature");
  const name = context.routing.directory.person(context.actor)?.name ?? context.actor;
  if (asTyped(signature.name) !== asTyped(name))
    return no({ code: "name differs", values: { person: context.actor } }, "signature.name");
  if (signature.documentHash !== revisionHash(state, context.seal))
    return no({ code: "another document signed" }, "signature");
  if (rule.signature === "drawn" && !signature.drawn)
    return no({ code: "drawing needed", values: { level: rule.id } }, "signature.drawn");
  return null;
}

/** Whether what somebody signed for another level is all that a level asks for. */
export function isSignedAs(rule: Pick<Level, "signature">, signature: Signature | undefined): boolean {
  return !rule.signature || (signature !== undefined && (rule.signature !== "drawn" || signature.drawn !== undefined));
}

/** A signature that was drawn on a document, with the hash of what it was drawn for. */
export type Drawn = { image: string; documentHash: string };

/** Every signature that was drawn on a document, whatever became of it: by those who decided on it, and by the other party on its form. */
export function drawnIn(events: readonly DocumentEvent[]): Drawn[] {
  const found = events.flatMap(({ data }): Drawn[] => {
    const signature = "signature" in data ? data.signature : undefined;
    const party =
      "document" in data && typeof data.document === "object" && "partySignature" in data.document
        ? data.document.partySignature
        : undefined;
    return [
      ...(signature?.drawn ? [{ image: signature.drawn, documentHash: signature.documentHash }] : []),
      ...(party?.drawn ? [{ image: party.drawn, documentHash: party.hash }] : []),
    ];
  });
  return found.filter(({ image }, index) => found.findIndex((one) => one.image === image) === index);
}

/** Names are compared without accents and capitals: a phone's keyboard has not every letter at hand. */
function asTyped(name: string): string {
  return plain(name).replace(/\s+/g, " ").trim();
}
