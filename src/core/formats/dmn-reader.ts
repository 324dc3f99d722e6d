import { DmnModdle } from "dmn-moddle";
import { typeWords, type Field } from "../documents";
import type { Mark, PolicyInput } from "../policy";
import type { Result } from "../refusal";
import { KINDS, isKind, quorumOf, ruleOf } from "./codes";
import { AMOUNT, type Element } from "./dmn";
import { fromFeel } from "./feel-reader";
import { policyOf, type Edge, type GridLevel, type GridSection } from "./grid";
import type { ReadLoss, TablePlace, TableProblem, TableReason } from "./reasons";
import { tableRead, type TableRead } from "./table-read";

/**
 * Reads a file of decision tables into the sections of a policy; everything else is taken from `base`; `fields` are those that conditions may name. Tables that give the marks of levels by an amount in minor
 * units are understood whoever wrote them; what is not understood is said.
 */
export async function fromDmn(
  xml: string,
  base: PolicyInput,
  fields: readonly Field[] = typeWords(base.documentType).fields,
): Promise<Result<TableRead, TableProblem>> {
  // A document type declaration is never needed here and could be made to expand without end.
  if (/<!DOCTYPE/i.test(xml)) return unread({ code: "has a DOCTYPE" });
  const moddle = new DmnModdle();
  let root: Element;
  let warnings: string[];
  try {
    const read = await moddle.fromXML(xml, "dmn:Definitions");
    root = read.rootElement as Element;
    warnings = read.warnings.map(({ message }) => message.split("\n")[0]!);
  } catch (cause) {
    return unread({ code: "no DMN", values: { found: cause instanceof Error ? cause.message.split("\n")[0]! : "" } });
  }
  const decisions = list(root.drgElement).filter((one) => one.$type === "dmn:Decision");
  const tables = decisions.filter((one) => logicOf(one)?.$type === "dmn:DecisionTable");
  const order = tables.find((one) => list(logicOf(one)!.output).some((output) => output.name === "section"));
  const losses: ReadLoss[] = warnings.map((found) => ({ code: "not understood", values: { found } }));
  const refusals: TableProblem[] = [];
  const say: Say = (at, why) => void refusals.push({ at, why });
  const sections = tables.flatMap((table) =>
    table === order ? [] : [readTable(table, decisions, fields, say, losses)],
  );
  for (const one of decisions)
    if (!tables.includes(one) && !String(one.id).startsWith("condition_"))
      losses.push({ code: "decision left out", values: { name: String(one.name ?? one.id) } });
  if (sections.length === 0) return unread({ code: "no table by amount" });
  const placed = order ? inOrder(order, sections, fields, say) : single(sections, say);
  if (refusals.length > 0) return { ok: false, refusals };
  const leftOut = extensionsOf(root, "leftOut").flatMap((one) => (typeof one.what === "string" ? [one.what] : []));
  return tableRead(policyOf(placed, base), leftOut, losses);
}

const unread = (why: TableReason) => ({ ok: false as const, refusals: [{ at: {}, why }] });

const list = (value: unknown): Element[] => (Array.isArray(value) ? (value as Element[]) : []);
const logicOf = (decision: Element) => decision.decisionLogic as Element | undefined;
const extensionsOf = (element: Element, name: string) =>
  list((element.extensionElements as Element | undefined)?.values).filter((one) => one.$type === `bandeira:${name}`);
const textOf = (element: Element | undefined) => String(element?.text ?? "").trim();

type Say = (at: TablePlace, why: TableReason) => void;

function readTable(
  table: Element,
  decisions: readonly Element[],
  fields: readonly Field[],
  say: Say,
  losses: ReadLoss[],
): GridSection {
  const logic = logicOf(table)!;
  const name = String(table.name ?? table.id);
  const id = String(table.id).replace(/^bands_/, "");
  const inputs = list(logic.input);
  const amount = inputs.findIndex((one) => textOf(one.inputExpression as Element) === AMOUNT);
  if (amount < 0) say({ table: name }, { code: "no input of amounts", values: { input: AMOUNT } });
  inputs.forEach((one, index) => {
    if (index !== amount)
      losses.push({ code: "input left out", values: { input: String(one.label ?? one.id), table: name } });
  });
  if (!["UNIQUE", "FIRST", undefined].includes(logic.hitPolicy as string | undefined))
    say({ table: name }, { code: "hit policy not read", values: { typed: String(logic.hitPolicy) } });
  const outputs = list(logic.output);
  const rules = list(logic.rule);
  const edges = rules.map((rule, index) => {
    const at: TablePlace = { table: name, rule: index + 1 };
    return { at, ...edgesFrom(textOf(list(rule.inputEntry)[amount]), at, say) };
  });
  const cell = (rule: Element, output: number) => textOf(list(rule.outputEntry)[output]).replace(/^"|"$/g, "");
  const approvals = outputs.findIndex((one) => one.name === "approval");
  return {
    id,
    name,
    when: "otherwise",
    bands: rules.map((rule, index) => ({
      ...edges[index]!,
      approval: approvals >= 0 && cell(rule, approvals) === "none" ? "none" : "required",
    })),
    levels: outputs.flatMap((output, index) =>
      output.name === "band" || index === approvals
        ? []
        : [
            readLevel(
              output,
              rules.map((rule) => cell(rule, index)),
              { id, name, decisions, fields, say, losses, index },
            ),
          ],
    ),
    at: { table: name },
  };
}

type LevelContext = {
  id: string;
  name: string;
  decisions: readonly Element[];
  fields: readonly Field[];
  say: Say;
  losses: ReadLoss[];
  index: number;
};

function readLevel(output: Element, marks: string[], context: LevelContext): GridLevel {
  const { say, losses, decisions, fields } = context;
  const label = String(output.label ?? output.name);
  const at: TablePlace = { table: context.name, level: label };
  const [extension] = extensionsOf(output, "level");
  const rule = extension ? ruleOf(String(extension.who)) : null;
  if (extension && !rule) say(at, { code: "names nobody", values: { typed: String(extension.who) } });
  if (!extension) losses.push({ code: "manager put there", values: { level: label, table: context.name } });
  const quorum = quorumOf(String(extension?.quorum ?? "one"));
  if (!quorum) say(at, { code: "no number of approvers", values: { typed: String(extension?.quorum) } });
  const kind = String(extension?.kind ?? "approval");
  if (!isKind(kind)) say(at, { code: "no kind of level", values: { typed: kind, known: KINDS } });
  marks.forEach((mark, index) => {
    if (!["approves", "told", "none", ""].includes(mark))
      say({ ...at, rule: index + 1 }, { code: "no mark", values: { typed: mark } });
  });
  const condition = decisions.find((one) => one.id === `condition_${context.id}_${String(output.name)}`);
  const read = condition ? fromFeel(textOf(logicOf(condition)), fields) : null;
  if (read && !read.ok) say(at, { code: "no condition", values: { why: read.why } });
  return {
    id: String(output.name),
    name: label,
    kind: isKind(kind) ? kind : "approval",
    approvers: rule ?? { kind: "manager", up: 1 },
    quorum: quorum ?? { kind: "one" },
    refusal: extension?.refusal === "counts" ? "counts" : "first ends",
    stage: Number(extension?.stage ?? context.index),
    ...(read?.ok && { when: read.condition }),
    marks: marks.map((mark) => (mark || "none") as Mark),
    at,
  };
}

function edgesFrom(test: string, at: TablePlace, say: Say): { from: Edge; to: Edge } {
  const number = String.raw`(-?\d+(?:\.\d+)?)`;
  const range = new RegExp(`^([[(\\]])\\s*${number}\\s*\\.\\.\\s*${number}\\s*([\\])[])$`).exec(test);
  const whole = (text: string) => {
    if (!Number.isSafeInteger(Number(text))) say(at, { code: "no whole number", values: { typed: text } });
    return Math.trunc(Number(text));
  };
  if (test === "-" || test === "") return { from: null, to: null };
  if (range)
    return {
      from: { minor: whole(range[2]!), included: range[1] === "[" },
      to: { minor: whole(range[3]!), included: range[4] === "]" },
    };
  const compare = new RegExp(`^(<=|<|>=|>)?\\s*${number}$`).exec(test);
  if (!compare) {
    say(at, { code: "no range", values: { typed: test } });
    return { from: null, to: null };
  }
  const [, sign = "=", text] = compare;
  const edge = { minor: whole(text!), included: sign.endsWith("=") };
  if (sign === "=") return { from: edge, to: edge };
  return sign.startsWith("<") ? { from: null, to: edge } : { from: edge, to: null };
}

/** Sections in the order of the table that chooses between them, each with its condition. */
function inOrder(order: Element, sections: readonly GridSection[], fields: readonly Field[], say: Say): GridSection[] {
  const logic = logicOf(order)!;
  const inputs = list(logic.input);
  const output = list(logic.output).findIndex((one) => one.name === "section");
  return list(logic.rule).flatMap((rule, index): GridSection[] => {
    const at: TablePlace = { table: "Section", rule: index + 1 };
    const id = textOf(list(rule.outputEntry)[output]).replace(/^"|"$/g, "");
    const section = sections.find((one) => one.id === id);
    if (!section) {
      say(at, { code: "no table of a section", values: { section: id } });
      return [];
    }
    const wanted = list(rule.inputEntry).flatMap((entry, column) => (textOf(entry) === "true" ? [column] : []));
    const other = list(rule.inputEntry).find((entry) => !["true", "-", ""].includes(textOf(entry)));
    if (other) say(at, { code: "entry not read", values: { typed: textOf(other) } });
    if (wanted.length === 0) return [{ ...section, when: "otherwise" as const }];
    const read = wanted.map((column) => fromFeel(textOf(inputs[column]!.inputExpression as Element), fields));
    const failed = read.find((one) => !one.ok);
    if (failed && !failed.ok) say(at, { code: "no condition", values: { why: failed.why } });
    const of = read.flatMap((one) => (one.ok ? [one.condition] : []));
    return [{ ...section, when: of.length === 1 ? of[0]! : { kind: "all" as const, of } }];
  });
}

function single(sections: readonly GridSection[], say: Say): GridSection[] {
  if (sections.length > 1) say({ table: "Section" }, { code: "several tables" });
  return [...sections];
}
