import { isKeyOf } from "../ids";
import type { Basics, DocumentType } from "./registry";
import { TYPES, type AnyDocument } from "./types";

/**
 * The registered type of that key. Its functions take documents of that type, which is the one whose key the document names.
 * @throws RangeError for a key that no file in this folder registers.
 */
export function documentType(key: string): DocumentType<AnyDocument> {
  const found = isKeyOf(TYPES, key) ? TYPES[key] : undefined;
  if (!found) throw new RangeError(`There is no document type “${key}”`);
  // The key ties the type to the documents it is given; the compiler cannot see that.
  return found as unknown as DocumentType<AnyDocument> & DocumentType<Basics>;
}
