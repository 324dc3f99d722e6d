import { isKeyOf } from "../ids";
import type { Basics, DocumentType } from "./registry";
import { withLookedInto } from "./looked-into";
import { withOwnFields } from "./own";
import { TYPES, type AnyDocument } from "./types";

const whole = new Map<string, DocumentType<AnyDocument>>();

/**
 * The registered type of that key. Its functions take documents of that type, which is the one whose key the document names.
 * What an organisation has added to it in fields of its own is in what these functions see and say.
 * @throws RangeError for a key that no file in this folder registers.
 */
export function documentType(key: string): DocumentType<AnyDocument> {
  const known = whole.get(key);
  if (known) return known;
  const found = isKeyOf(TYPES, key) ? TYPES[key] : undefined;
  if (!found) throw new RangeError(`There is no document type “${key}”`);
  // The key ties the type to the documents it is given; the compiler cannot see that.
  const type = withOwnFields(withLookedInto(found as unknown as DocumentType<Basics>));
  const registered = type as unknown as DocumentType<AnyDocument>;
  whole.set(key, registered);
  return registered;
}
