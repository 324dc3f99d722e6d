import { isDay } from "../../calendar";
import { MOST_MINOR } from "../../documents";
import { entryCalled, type Lists } from "../../lists";
import type { OwnField } from "../../own-fields";
import { currencyCodes, isCurrency, parseMoney } from "../../money";
import type { Located } from "../../refusal";
import type { IntakeReason } from "../reasons";

/** Who takes a file in: what a document has that a file does not say. */
export type Taker = {
  requester: string;
  unit: string;
  today: string;
  lists: Lists;
  /** Fields of the organisation's own, and whom those of people may name. */
  fields?: readonly OwnField[];
  people?: readonly { id: string; name: string; email: string }[];
  /** The units there are, which an invoice may say it is for. */
  units?: readonly { id: string; name: string }[];
};

/** The key of the cost centre that a line names, where the organisation has one of that key or name; whoever sends a file may write there what they like. */
export function costCentreOf({ lists, today }: Taker, text: string): string {
  return entryCalled(lists, "cost-centres", text, today)?.key ?? "";
}

export type Node = { [key: string]: unknown };

/** Whether a value of the tree has parts. */
export const isNode = (value: unknown): value is Node =>
  value !== null && typeof value === "object" && !Array.isArray(value);
/** The nodes under a name, which the reader of XML gives as one, as a list or not at all. */
export const many = (value: unknown): Node[] =>
  (Array.isArray(value) ? value : value === undefined ? [] : [value]).filter(isNode);

/** Reads values out of the tree and keeps what cannot be read, each with its path. */
export class Reader {
  readonly problems: Located<IntakeReason>[] = [];
  currency = "";

  bad(path: string, why: IntakeReason): void {
    this.problems.push({ ...why, path });
  }

  text(node: Node, path: string): string {
    const [first, ...rest] = path.split("/");
    const value = node[first!];
    const one: unknown = Array.isArray(value) ? value[0] : value;
    if (rest.length > 0) return isNode(one) ? this.text(one, rest.join("/")) : "";
    const plain = isNode(one) ? one["#text"] : one;
    return typeof plain === "string" ? decode(plain).trim() : "";
  }

  need(node: Node, path: string, at: string): string {
    const value = this.text(node, path);
    if (!value) this.bad(at, { code: "missing" });
    return value;
  }

  date(node: Node, path: string, at: string, needed = false): string | null {
    const value = this.text(node, path);
    if (!value) {
      if (needed) this.bad(at, { code: "missing" });
      return null;
    }
    if (isDay(value.slice(0, 10))) return value.slice(0, 10);
    this.bad(at, { code: "no date", values: { typed: value } });
    return null;
  }

  /** An amount in minor units; null where there is none. @param signed whether it may be below zero, as of lines that are taken back */
  amount(node: Node, path: string, at: string, needed = false, signed = false): number | null {
    const value = this.text(node, path);
    if (!value) {
      if (needed) this.bad(at, { code: "missing" });
      return null;
    }
    const named = this.text(node, `${path}/@currencyID`);
    if (named && named !== this.currency)
      this.bad(at, { code: "other currency", values: { named, document: this.currency } });
    const parsed = parseMoney(trimZeros(value), this.currency);
    if (!parsed.ok) this.bad(at, { code: "no amount", values: { why: parsed.why } });
    else if (parsed.money.minor < 0 && !signed) this.bad(at, { code: "below zero" });
    else if (Math.abs(parsed.money.minor) > MOST_MINOR) this.bad(at, { code: "more than anybody would" });
    else return parsed.money.minor;
    return null;
  }

  /** A decimal as text with all its digits, such as a price or a quantity; empty where there is none. */
  decimal(node: Node, path: string, at: string, needed = false): string {
    const text = this.text(node, path);
    if (!text && needed) this.bad(at, { code: "missing" });
    if (!text) return "";
    // Long texts are no numbers of trade; said before anything looks at their digits.
    if (text.length > 40 || !/^-?\d{1,15}(\.\d{1,20})?$/.test(text)) {
      this.bad(at, { code: "no decimal", values: { typed: text.slice(0, 40), wanted: "decimal number" } });
      return "";
    }
    return trimZeros(text);
  }

  quantity(node: Node, path: string, at: string): string {
    const value = trimZeros(this.need(node, path, at));
    if (value && !/^\d{1,9}(\.\d{1,4})?$/.test(value))
      this.bad(at, { code: "no decimal", values: { typed: value, wanted: "quantity" } });
    return value;
  }

  percent(node: Node, path: string, at: string, usual = ""): string {
    const value = trimZeros(this.text(node, path) || usual || "0");
    if (!/^\d{1,2}(\.\d{1,2})?$/.test(value))
      this.bad(at, { code: "no decimal", values: { typed: value, wanted: "percentage" } });
    return value;
  }

  documentCurrency(node: Node): string {
    const code = this.need(node, "DocumentCurrencyCode", "DocumentCurrencyCode");
    if (code && !isCurrency(code)) this.bad("DocumentCurrencyCode", { code: "no currency", values: { typed: code } });
    this.currency = isCurrency(code) ? code : currencyCodes[0]!;
    return this.currency;
  }
}

/** A decimal without zeros at its end. Counted from the end, since a pattern would look at a long run of zeros from each of them. */
export function trimZeros(value: string): string {
  if (!value.includes(".")) return value;
  let end = value.length;
  while (value[end - 1] === "0") end -= 1;
  return value.slice(0, value[end - 1] === "." ? end - 1 : end);
}

const NAMED: Record<string, string> = { amp: "&", lt: "<", gt: ">", quot: '"', apos: "'" };

/** The five entities every XML file may use, and characters by number. */
function decode(text: string): string {
  return text.replace(/&(#x[0-9a-f]{1,6}|#\d{1,7}|amp|lt|gt|quot|apos);/gi, (whole, name: string) => {
    const code = name.startsWith("#x")
      ? parseInt(name.slice(2), 16)
      : name.startsWith("#")
        ? Number(name.slice(1))
        : null;
    if (code === null) return NAMED[name.toLowerCase()] ?? whole;
    return code > 0x1f && code <= 0x10ffff ? String.fromCodePoint(code) : " ";
  });
}
