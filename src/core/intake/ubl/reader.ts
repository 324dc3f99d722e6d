import { isDay } from "../../calendar";
import { MOST_MINOR } from "../../documents";
import { isCurrency, parseMoney } from "../../money";
import { refuse, type Refusal } from "../../refusal";

/** Who takes a file in: what a document has that a file does not say. */
export type Taker = { requester: string; unit: string; today: string };

export type Node = { [key: string]: unknown };

/** Whether a value of the tree has parts. */
export const isNode = (value: unknown): value is Node =>
  value !== null && typeof value === "object" && !Array.isArray(value);
/** The nodes under a name, which the reader of XML gives as one, as a list or not at all. */
export const many = (value: unknown): Node[] =>
  (Array.isArray(value) ? value : value === undefined ? [] : [value]).filter(isNode);

/** Reads values out of the tree and keeps what cannot be read, each with its path. */
export class Reader {
  readonly problems: Refusal[] = [];
  currency = "";

  bad(path: string, message: string): void {
    this.problems.push(refuse("file", `${path}: ${message}`, path));
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
    if (!value) this.bad(at, "is missing");
    return value;
  }

  date(node: Node, path: string, at: string, needed = false): string | null {
    const value = this.text(node, path);
    if (!value) {
      if (needed) this.bad(at, "is missing");
      return null;
    }
    if (isDay(value.slice(0, 10))) return value.slice(0, 10);
    this.bad(at, `“${value}” is not a date`);
    return null;
  }

  /** An amount in minor units; null where there is none. @param signed whether it may be below zero, as of lines that are taken back */
  amount(node: Node, path: string, at: string, needed = false, signed = false): number | null {
    const value = this.text(node, path);
    if (!value) {
      if (needed) this.bad(at, "is missing");
      return null;
    }
    const named = this.text(node, `${path}/@currencyID`);
    if (named && named !== this.currency) this.bad(at, `is in ${named}, the document in ${this.currency}`);
    const parsed = parseMoney(trimZeros(value), this.currency);
    if (!parsed.ok) this.bad(at, parsed.message);
    else if (parsed.money.minor < 0 && !signed) this.bad(at, "is below zero; a credit note is entered by hand");
    else if (Math.abs(parsed.money.minor) > MOST_MINOR) this.bad(at, "is more than anybody would order or charge");
    else return parsed.money.minor;
    return null;
  }

  /** A decimal as text with all its digits, such as a price or a quantity; empty where there is none. */
  decimal(node: Node, path: string, at: string, needed = false): string {
    const text = this.text(node, path);
    if (!text && needed) this.bad(at, "is missing");
    if (!text) return "";
    // Long texts are no numbers of trade; said before anything looks at their digits.
    if (text.length > 40 || !/^-?\d{1,15}(\.\d{1,20})?$/.test(text)) {
      this.bad(at, `“${text.slice(0, 40)}” is not a decimal number such as 3 or 2.5`);
      return "";
    }
    return trimZeros(text);
  }

  quantity(node: Node, path: string, at: string): string {
    const value = trimZeros(this.need(node, path, at));
    if (value && !/^\d{1,9}(\.\d{1,4})?$/.test(value)) this.bad(at, `“${value}” is not a quantity such as 3 or 2.5`);
    return value;
  }

  percent(node: Node, path: string, at: string, usual = ""): string {
    const value = trimZeros(this.text(node, path) || usual || "0");
    if (!/^\d{1,2}(\.\d{1,2})?$/.test(value)) this.bad(at, `“${value}” is not a percentage such as 23 or 6.5`);
    return value;
  }

  documentCurrency(node: Node): string {
    const code = this.need(node, "DocumentCurrencyCode", "DocumentCurrencyCode");
    if (code && !isCurrency(code)) this.bad("DocumentCurrencyCode", `“${code}” is no currency in use`);
    this.currency = isCurrency(code) ? code : "EUR";
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
