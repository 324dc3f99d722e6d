import { XMLParser, XMLValidator } from "fast-xml-parser";
import { DocumentSchema, type AnyDocument } from "../../documents";
import { no, refusalsOf, type Located, type Result } from "../../refusal";
import type { IntakeReason } from "../reasons";
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
export function fromUbl(text: string, taker: Taker): Result<AnyDocument, Located<IntakeReason>> {
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) return no({ code: "has a DOCTYPE" }, "file");
  if (text.includes("\ufffd")) return no({ code: "not UTF-8" }, "file");
  if (text.includes("\u0000")) return no({ code: "not text" }, "file");
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    return no({ code: "not well-formed", values: { line: valid.err.line, found: valid.err.msg } }, "file");
  let root: Node;
  try {
    root = PARSER.parse(text) as Node;
  } catch (error) {
    return no({ code: "not XML", values: { found: (error as Error).message } }, "file");
  }
  const reader = new Reader();
  const invoice = root.Invoice;
  const order = root.Order;
  if (isNode(invoice)) return finish(reader, () => invoiceOf(reader, invoice, taker));
  if (isNode(order)) return finish(reader, () => orderOf(reader, order, taker));
  if (root.CreditNote !== undefined) return no({ code: "a credit note" }, "file");
  return no({ code: "neither invoice nor order" }, "file");
}

function finish(reader: Reader, make: () => unknown): Result<AnyDocument, Located<IntakeReason>> {
  const made = make();
  if (reader.problems.length > 0) return { ok: false, refusals: reader.problems };
  const parsed = DocumentSchema.safeParse(made);
  if (parsed.success) return { ok: true, value: parsed.data };
  return {
    ok: false,
    refusals: refusalsOf(parsed.error).map(({ message, path = "" }) => ({
      code: "malformed",
      values: { found: message },
      path,
    })),
  };
}
