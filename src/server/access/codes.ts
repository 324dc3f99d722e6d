import { generateSecret, generateURI, verifySync } from "otplib";

/** Seconds in which a code before or after the present one is taken, for clocks that differ. */
const TOLERANCE = 30;

/** A secret for one-time codes by RFC 6238 (SHA-1, six digits, 30 seconds), in Base32, with the address that authenticator apps read. */
export function newCodeSecret(email: string): { secret: string; uri: string } {
  const secret = generateSecret();
  return { secret, uri: generateURI({ issuer: "Bandeira", label: email, secret }) };
}

/**
 * The time step a code is right for, or null. A step that was used before is not taken again (RFC 6238, section 5.2).
 * @param epoch seconds since 1970
 */
export function stepOfCode(secret: string, code: string, epoch: number, lastStep: number): number | null {
  if (!/^\d{6}$/.test(code)) return null;
  const verdict = verifySync({ secret, token: code, epoch, epochTolerance: TOLERANCE });
  if (!verdict.valid || !("timeStep" in verdict)) return null;
  return verdict.timeStep > lastStep ? verdict.timeStep : null;
}
