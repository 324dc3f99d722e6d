import { XMLParser, XMLValidator } from "fast-xml-parser";
import { DocumentSchema, type AnyDocument } from "../../documents";
import { refusalsOf, type Result, refused } from "../../refusal";
import { invoiceOf } from "./invoice";
import { orderOf } from "./order";
import { Reader, isNode, type Node, type Taker } from "./reader";

export type { Taker } from "./reader";

const PARSER = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: "@",
  removeNSPrefix: true,
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: false,
  trimValues: true,
});

/**
 * Reads an order or invoice of UBL 2.1 (OASIS; element names from memory). A DOCTYPE is refused, since nothing that UBL needs comes with one and
 * entities do. What is stated is kept as stated, and
 * must agree with what it is made of within the rounding of the file; nothing is dropped: what cannot be taken is refused, with both figures where two differ.
 */
export function fromUbl(text: string, taker: Taker): Result<AnyDocument> {
  const no = (message: string): Result<AnyDocument> => refused("file", message, "file");
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) return no("The file has a DOCTYPE; UBL needs none, and it is not read");
  if (text.includes("\ufffd")) return no("The file is not UTF-8; save it as UTF-8 and try again");
  if (text.includes("\u0000")) return no("The file is not text");
  const valid = XMLValidator.validate(text);
  if (valid !== true) return no(`The file is not well-formed XML: line ${valid.err.line}, ${valid.err.msg}`);
  let root: Node;
  try {
    root = PARSER.parse(text) as Node;
  } catch (error) {
    return no(`The file cannot be read as XML: ${(error as Error).message}`);
  }
  const reader = new Reader();
  const invoice = root.Invoice;
  const order = root.Order;
  if (isNode(invoice)) return finish(reader, () => invoiceOf(reader, invoice, taker));
  if (isNode(order)) return finish(reader, () => orderOf(reader, order, taker));
  if (root.CreditNote !== undefined) return no("A credit note is not taken in by file; enter it by hand");
  return no("The file is neither a UBL Invoice nor a UBL Order");
}

function finish(reader: Reader, make: () => unknown): Result<AnyDocument> {
  const made = make();
  if (reader.problems.length > 0) return { ok: false, refusals: reader.problems };
  const parsed = DocumentSchema.safeParse(made);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, refusals: refusalsOf(parsed.error) };
}
