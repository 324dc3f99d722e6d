import type { Condition } from "../conditions";
import { isKeyOf } from "../ids";
import { ConditionSchema } from "../conditions";
import type { Field } from "../documents";
import type { FeelReason } from "./reasons";

/** The expressions of FEEL that conditions are written in, read back. Anything else is refused with what was not understood. */
export type Read = { ok: true; condition: Condition } | { ok: false; why: FeelReason };

/** Reads an expression in the part of FEEL that `toFeel` writes; what is another is refused with what was not expected. */
export function fromFeel(expression: string, fields: readonly Field[]): Read {
  try {
    const tokens = tokensOf(expression);
    const reader = { tokens, at: 0 };
    const tree = readOr(reader);
    if (reader.at < tokens.length) throw new NotRead({ code: "not expected", values: { typed: tokens[reader.at]! } });
    const parsed = ConditionSchema.safeParse(conditionOf(tree, fields));
    return parsed.success
      ? { ok: true, condition: parsed.data }
      : { ok: false, why: { code: "malformed", values: { found: parsed.error.issues[0]?.message ?? "" } } };
  } catch (cause) {
    if (cause instanceof NotRead) return { ok: false, why: cause.why };
    throw cause;
  }
}

class NotRead extends Error {
  constructor(readonly why: FeelReason) {
    super(why.code);
  }
}

/** `wrapped` is what stood in brackets of its own: in what we write, each part of a group does, so that a group is told from a comparison of several parts. */
type Node = { wrapped?: true } & (
  | { is: "and" | "or"; of: Node[] }
  | { is: "call"; name: string; of: Node[] }
  | { is: "compare"; sign: string; left: Node; right: Node }
  | { is: "arithmetic"; sign: string; left: Node; right: Node }
  | { is: "some"; list: string; test: Node }
  | { is: "list"; of: Node[] }
  | { is: "name" | "text" | "number" | "constant"; value: string }
);

const TOKEN =
  /\s*("(?:[^"\\]|\\.)*"|list contains|lower case|starts with|>=|<=|!=|[()[\],<>=*-]|\d+(?:\.\d+)?|[A-Za-z_][A-Za-z0-9_]*)/y;

function tokensOf(text: string): string[] {
  const found: string[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const from = TOKEN.lastIndex;
    const match = TOKEN.exec(text);
    if (!match) throw new NotRead({ code: "not understood", values: { typed: text.slice(from, from + 20) } });
    found.push(match[1]!);
    if (found.length > 5000) throw new NotRead({ code: "too long" });
  }
  return found;
}

type Reader = { tokens: string[]; at: number; depth?: number };

function take(reader: Reader, wanted: string): void {
  if (reader.tokens[reader.at] !== wanted)
    throw new NotRead({ code: "expected before", values: { wanted, before: reader.tokens[reader.at] ?? null } });
  reader.at += 1;
}

function joined(reader: Reader, word: "and" | "or", next: (reader: Reader) => Node): Node {
  const of = [next(reader)];
  while (reader.tokens[reader.at] === word) {
    reader.at += 1;
    of.push(next(reader));
  }
  return of.length === 1 ? of[0]! : { is: word, of };
}

function readOr(reader: Reader): Node {
  reader.depth = (reader.depth ?? 0) + 1;
  if (reader.depth > 200) throw new NotRead({ code: "nested too deep" });
  const node = joined(reader, "or", (one) => joined(one, "and", readCompare));
  reader.depth -= 1;
  return node;
}

function readCompare(reader: Reader): Node {
  let left = readArithmetic(reader);
  while (["=", "!=", "<", "<=", ">", ">="].includes(reader.tokens[reader.at] ?? "")) {
    const sign = reader.tokens[reader.at]!;
    reader.at += 1;
    left = { is: "compare", sign, left, right: readArithmetic(reader) };
  }
  return left;
}

function readArithmetic(reader: Reader): Node {
  let left = readPrimary(reader);
  while (["-", "*"].includes(reader.tokens[reader.at] ?? "")) {
    const sign = reader.tokens[reader.at]!;
    reader.at += 1;
    left = { is: "arithmetic", sign, left, right: readPrimary(reader) };
  }
  return left;
}

/** The functions that conditions are written with, and how many values each takes (DMN 1.3, 10.3.4). */
const CALLS = {
  not: 1,
  "list contains": 2,
  "lower case": 1,
  "starts with": 2,
  contains: 2,
  count: 1,
  date: 1,
} as const;

function readPrimary(reader: Reader): Node {
  const token = reader.tokens[reader.at];
  if (token === undefined) throw new NotRead({ code: "ends early" });
  reader.at += 1;
  if (token === "(") {
    const inner = readOr(reader);
    take(reader, ")");
    return { ...inner, wrapped: true };
  }
  if (token === "-" && /^\d/.test(reader.tokens[reader.at] ?? "")) {
    reader.at += 1;
    return { is: "number", value: `-${reader.tokens[reader.at - 1]}` };
  }
  if (token === "[") return { is: "list", of: readItems(reader, "]") };
  if (token.startsWith('"')) return { is: "text", value: JSON.parse(token) as string };
  if (/^\d/.test(token)) return { is: "number", value: token };
  if (["true", "false", "null"].includes(token)) return { is: "constant", value: token };
  if (token === "some") return readSome(reader);
  if (isKeyOf(CALLS, token) && reader.tokens[reader.at] === "(") {
    reader.at += 1;
    const of = readItems(reader, ")");
    const takes = CALLS[token];
    if (of.length !== takes)
      throw new NotRead({ code: "other count of values", values: { call: token, takes, given: of.length } });
    return { is: "call", name: token, of };
  }
  if (/^[A-Za-z_]/.test(token)) return { is: "name", value: token };
  throw new NotRead({ code: "not expected", values: { typed: token } });
}

function readItems(reader: Reader, end: string): Node[] {
  const of: Node[] = [];
  while (reader.tokens[reader.at] !== end) {
    if (of.length > 0) take(reader, ",");
    of.push(readOr(reader));
  }
  reader.at += 1;
  return of;
}

function readSome(reader: Reader): Node {
  reader.at += 1;
  take(reader, "in");
  const list = reader.tokens[reader.at] ?? "";
  reader.at += 1;
  take(reader, "satisfies");
  return { is: "some", list, test: readOr(reader) };
}

/** What conditions look like: each form that `toFeel` writes, and the plain ones a person would. */
function conditionOf(node: Node, fields: readonly Field[]): object {
  const inner = bare(node);
  if (inner.is === "and") return conjunction(inner.of, fields);
  if (inner.is === "or")
    return { kind: "any", of: partsOf(inner.of, "false").map((part) => conditionOf(part, fields)) };
  if (inner.is === "call" && inner.name === "not") {
    const [part] = inner.of as [Node];
    const negated = conditionOf(part, fields) as { kind: string; is?: string; of?: object[] };
    if (part.wrapped) return { kind: "none", of: [negated] };
    if (negated.kind === "choice") return { ...negated, is: negated.is === "one of" ? "none of" : "one of" };
    return { kind: "none", of: negated.kind === "any" ? negated.of : [negated] };
  }
  if (inner.is === "some")
    return inner.test.is === "compare"
      ? compared(inner.test, fields, inner.list)
      : atom(inner.test, inner.list, fields);
  if (inner.is === "compare") return compared(inner, fields);
  return atom(inner, null, fields);
}

function bare(node: Node): Node {
  if (node.is === "compare" && node.sign === "=" && isConstant(node.right, "true") && node.left.is !== "name")
    return bare(node.left);
  return node;
}

const isConstant = (node: Node, value: string) => node.is === "constant" && node.value === value;
const identifierOf = (node: Node): string | null => (node.is === "name" ? node.value : null);

/** The parts of a group; a group of one is written with “and true” or “or false”, which change nothing. */
const partsOf = (of: readonly Node[], nothing: "true" | "false") =>
  of.filter((part) => part.wrapped || !isConstant(part, nothing));

/** Parts that stand for one comparison together, such as “not equal to” or “rose by more than”, or all of them. */
function conjunction(parts: readonly Node[], fields: readonly Field[]): object {
  const [first, second] = parts;
  const changed = first?.wrapped ? null : changedName(parts);
  if (changed) return { kind: "change", field: fieldNamed(changed, fields).key, is: "changed" };
  if (parts.length === 2 && first && second && !first.wrapped) {
    const rise = percentRise(first, fields);
    if (rise) return rise;
    if (filled(first, fields) && second.is === "call" && second.name === "not") {
      const inner = conditionOf(second.of[0]!, fields) as { kind: string; is: string };
      if (inner.kind === "text" && inner.is === "equal to") return { ...inner, is: "not equal to" };
    }
  }
  return { kind: "all", of: partsOf(parts, "true").map((part) => conditionOf(part, fields)) };
}

/** That an old value is known, that it is another, and that it is not nothing before and after. */
function changedName([known, other, ...rest]: readonly Node[]): string | null {
  if (known?.is !== "compare" || known.sign !== "!=" || !isConstant(known.right, "null")) return null;
  const differs = other?.is === "or" ? other.of[0] : other;
  if (differs?.is !== "compare" || differs.sign !== "!=" || rest.length > 1) return null;
  const [now, old] = [identifierOf(differs.left), identifierOf(differs.right)];
  return now !== null && old === `${now}_before` && identifierOf(known.left) === old ? now : null;
}

/** (now - old) * 100 > percent * old */
function percentRise(node: Node, fields: readonly Field[]): object | null {
  if (node.is !== "compare" || node.sign !== ">" || node.right.is !== "arithmetic") return null;
  const old = identifierOf(node.right.right);
  if (!old?.endsWith("_before") || node.right.left.is !== "number") return null;
  const { key } = fieldNamed(old.replace(/_before$/, ""), fields);
  return { kind: "change", field: key, is: "rose by more than", percent: Number(node.right.left.value) };
}

function filled(node: Node, fields: readonly Field[]): boolean {
  const read = node.is === "compare" ? (compared(node, fields) as { is?: string }) : {};
  return read.is === "filled in";
}

/** @param list the field of many of whose values one is compared; null for a field of one */
function compared(
  node: Extract<Node, { is: "compare" }>,
  fields: readonly Field[],
  list: string | null = null,
): object {
  const { sign, left, right } = node;
  if (left.is === "call" && left.name === "count") {
    const { key } = fieldNamed(identifierOf(left.of[0]!) ?? "", fields);
    return { kind: "text", field: key, is: sign === "=" ? "empty" : "filled in" };
  }
  if (left.is === "arithmetic" && right.is === "number") {
    const [key, currency] = amountOf(identifierOf(left.left) ?? "");
    return { kind: "change", field: key, is: "rose by more than", amount: { minor: Number(right.value), currency } };
  }
  const named = identifierOf(left.is === "call" && left.name === "date" ? left.of[0]! : left);
  const name = named === "value" && list !== null ? list : named;
  if (name === null) return atom(node, list, fields);
  if (identifierOf(right) === `${name}_before`)
    return {
      kind: "change",
      field: fieldNamed(name, fields).key,
      is: { ">": "rose", "<": "fell", "!=": "changed" }[sign] ?? refuseSign(sign),
    };
  if (isConstant(right, "null"))
    return { kind: "text", field: fieldNamed(name, fields).key, is: sign === "=" ? "empty" : "filled in" };
  if (right.is === "constant") return { kind: "flag", field: fieldNamed(name, fields).key, is: right.value === "true" };
  if (right.is === "number") {
    const is =
      { ">": "over", ">=": "at least", "<": "under", "<=": "at most", "=": "exactly" }[sign] ?? refuseSign(sign);
    if (fields.some((field) => field.key === name && field.kind === "number"))
      return { kind: "number", field: name, is, value: right.value };
    const [key, currency] = amountOf(name);
    return { kind: "amount", field: fieldNamed(key, fields).key, is, amount: { minor: Number(right.value), currency } };
  }
  if (right.is === "call" && right.name === "date" && right.of[0]?.is === "text") {
    const is =
      { "<": "before", "<=": "on or before", "=": "on", ">=": "on or after", ">": "after" }[sign] ?? refuseSign(sign);
    return { kind: "date", field: fieldNamed(name, fields).key, is, date: right.of[0].value };
  }
  return atom(node, list, fields);
}

function refuseSign(sign: string): never {
  throw new NotRead({ code: "sign not used here", values: { sign } });
}

function amountOf(name: string): [string, string] {
  const match = /^(.+)_([A-Z]{3})$/.exec(name);
  if (!match) throw new NotRead({ code: "names no currency", values: { name } });
  return [match[1]!, match[2]!];
}

function fieldNamed(name: string, fields: readonly Field[]): Field {
  const field = fields.find(({ key }) => key === name);
  if (!field) throw new NotRead({ code: "no such field", values: { name } });
  return field;
}

/** A test of one value: of a field, or of each value of a field of many. */
function atom(node: Node, list: string | null, fields: readonly Field[]): object {
  const fieldOf = (inner: Node) => fieldNamed(list ?? identifierOf(inner) ?? "", fields).key;
  if (node.is === "call" && node.name === "list contains" && node.of[0]?.is === "list") {
    const values = node.of[0].of.map((one) => (one.is === "text" ? one.value : refuseSign(one.is)));
    return { kind: "choice", field: fieldOf(node.of[1]!), is: "one of", values };
  }
  const folded = (inner: Node | undefined) =>
    inner?.is === "call" && inner.name === "lower case" ? inner.of[0]! : inner;
  if (
    node.is === "call" &&
    (node.name === "contains" || node.name === "starts with") &&
    folded(node.of[1])?.is === "text"
  ) {
    const wanted = folded(node.of[1]) as { value: string };
    const is = node.name === "contains" ? "containing" : "starting with";
    return { kind: "text", field: fieldOf(folded(node.of[0])!), is, value: wanted.value };
  }
  const right = node.is === "compare" ? folded(node.right) : undefined;
  if (node.is === "compare" && node.sign === "=" && right?.is === "text") {
    const name = folded(node.left)!;
    const field = fieldNamed(list ?? identifierOf(name) ?? "", fields);
    if (field.kind === "choice" && right === (node as { right: Node }).right)
      return { kind: "choice", field: field.key, is: "one of", values: [right.value] };
    return { kind: "text", field: field.key, is: "equal to", value: right.value };
  }
  throw new NotRead({ code: "form not understood" });
}
