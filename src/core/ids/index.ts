/** Identifiers that people can read, as they stand in files and addresses. */
import { z } from "zod";

export { isKeyOf, own } from "./own";

export const IdSchema = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[a-z0-9][a-z0-9-]*$/, "must be lower-case letters, digits and hyphens");

/** What a name without a letter or digit that an identifier can have comes to. */
export const UNNAMED = "unnamed";

/**
 * An identifier made of a name: without accents, in lower case, hyphens between words.
 * @example idFrom("Inês Valadim") // "ines-valadim"
 */
export function idFrom(name: string): string {
  const plain = name.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
  return (
    plain
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 80) || UNNAMED
  );
}
