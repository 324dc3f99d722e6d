import { DmnModdle } from "dmn-moddle";
import type { Mark, PolicyInput } from "../policy";
import { refuse, type Refusal, type Result, refused } from "../refusal";
import { KINDS, isKind, quorumOf, ruleOf } from "./codes";
import { AMOUNT, type Element } from "./dmn";
import { fromFeel } from "./feel-reader";
import { policyOf, type Edge, type GridLevel, type GridSection } from "./grid";
import { tableRead, type TableRead } from "./table-read";

/**
 * Reads a file of decision tables into the sections of a policy; everything else is taken from `base`. Tables that give the marks of levels by an amount in minor
 * units are understood whoever wrote them; what is not understood is said.
 */
export async function fromDmn(xml: string, base: PolicyInput): Promise<Result<TableRead>> {
  // A document type declaration is never needed here and could be made to expand without end.
  if (/<!DOCTYPE/i.test(xml)) return unread("The file declares a document type, which is not read; take that line out");
  const moddle = new DmnModdle();
  let root: Element;
  let warnings: string[];
  try {
    const read = await moddle.fromXML(xml, "dmn:Definitions");
    root = read.rootElement as Element;
    warnings = read.warnings.map(({ message }) => message.split("\n")[0]!);
  } catch (cause) {
    return unread(`The file is no DMN: ${cause instanceof Error ? cause.message.split("\n")[0] : "it cannot be read"}`);
  }
  const decisions = list(root.drgElement).filter((one) => one.$type === "dmn:Decision");
  const tables = decisions.filter((one) => logicOf(one)?.$type === "dmn:DecisionTable");
  const order = tables.find((one) => list(logicOf(one)!.output).some((output) => output.name === "section"));
  const losses = warnings.map((message) => `Not understood: ${message}.`);
  const refusals: Refusal[] = [];
  const say = (at: string, message: string) => void refusals.push(refuse("invalid", `${at}: ${message}`, at));
  const sections = tables.flatMap((table) => (table === order ? [] : [readTable(table, decisions, base, say, losses)]));
  for (const one of decisions)
    if (!tables.includes(one) && !String(one.id).startsWith("condition_"))
      losses.push(`The decision “${String(one.name ?? one.id)}” is no table by amount and was left out.`);
  if (sections.length === 0) return unread("There is no decision table by amount in the file");
  const placed = order ? inOrder(order, sections, base, say) : single(sections, say);
  if (refusals.length > 0) return { ok: false, refusals };
  const leftOut = extensionsOf(root, "leftOut").flatMap((one) => (typeof one.what === "string" ? [one.what] : []));
  return tableRead(policyOf(placed, base), leftOut, losses);
}

function unread(message: string): Result<never> {
  return refused("invalid", message);
}

const list = (value: unknown): Element[] => (Array.isArray(value) ? (value as Element[]) : []);
const logicOf = (decision: Element) => decision.decisionLogic as Element | undefined;
const extensionsOf = (element: Element, name: string) =>
  list((element.extensionElements as Element | undefined)?.values).filter((one) => one.$type === `bandeira:${name}`);
const textOf = (element: Element | undefined) => String(element?.text ?? "").trim();

type Say = (at: string, message: string) => void;

function readTable(
  table: Element,
  decisions: readonly Element[],
  base: PolicyInput,
  say: Say,
  losses: string[],
): GridSection {
  const logic = logicOf(table)!;
  const name = String(table.name ?? table.id);
  const id = String(table.id).replace(/^bands_/, "");
  const inputs = list(logic.input);
  const amount = inputs.findIndex((one) => textOf(one.inputExpression as Element) === AMOUNT);
  if (amount < 0) say(name, `the table has no input “${AMOUNT}”`);
  inputs.forEach((one, index) => {
    if (index !== amount) losses.push(`The input “${String(one.label ?? one.id)}” of “${name}” was left out.`);
  });
  if (!["UNIQUE", "FIRST", undefined].includes(logic.hitPolicy as string | undefined))
    say(name, `the hit policy ${String(logic.hitPolicy)} is not read; Unique and First are`);
  const outputs = list(logic.output);
  const rules = list(logic.rule);
  const edges = rules.map((rule, index) => {
    const at = `${name}, rule ${index + 1}`;
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
              { id, name, decisions, base, say, losses, index },
            ),
          ],
    ),
    at: name,
  };
}

type LevelContext = {
  id: string;
  name: string;
  decisions: readonly Element[];
  base: PolicyInput;
  say: Say;
  losses: string[];
  index: number;
};

function readLevel(output: Element, marks: string[], context: LevelContext): GridLevel {
  const { say, losses, decisions, base } = context;
  const label = String(output.label ?? output.name);
  const at = `${context.name}, ${label}`;
  const [extension] = extensionsOf(output, "level");
  const rule = extension ? ruleOf(String(extension.who)) : null;
  if (extension && !rule) say(at, `“${String(extension.who)}” names nobody who could approve`);
  if (!extension)
    losses.push(
      `The file does not say who approves at “${label}” of “${context.name}”: the requester’s manager was put there.`,
    );
  const quorum = quorumOf(String(extension?.quorum ?? "one"));
  if (!quorum) say(at, `“${String(extension?.quorum)}” is no number of approvers`);
  const kind = String(extension?.kind ?? "approval");
  if (!isKind(kind)) say(at, `“${kind}” is none of ${KINDS.join(", ")}`);
  marks.forEach((mark, index) => {
    if (!["approves", "told", "none", ""].includes(mark))
      say(`${at}, rule ${index + 1}`, `“${mark}” is none of approves, told, none`);
  });
  const condition = decisions.find((one) => one.id === `condition_${context.id}_${String(output.name)}`);
  const read = condition ? fromFeel(textOf(logicOf(condition)), base.documentType) : null;
  if (read && !read.ok) say(at, read.message);
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

function edgesFrom(test: string, at: string, say: Say): { from: Edge; to: Edge } {
  const number = String.raw`(-?\d+(?:\.\d+)?)`;
  const range = new RegExp(`^([[(\\]])\\s*${number}\\s*\\.\\.\\s*${number}\\s*([\\])[])$`).exec(test);
  const whole = (text: string) => {
    if (!Number.isSafeInteger(Number(text))) say(at, `${text} is no whole number of minor units`);
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
    say(at, `“${test}” is no range of amounts`);
    return { from: null, to: null };
  }
  const [, sign = "=", text] = compare;
  const edge = { minor: whole(text!), included: sign.endsWith("=") };
  if (sign === "=") return { from: edge, to: edge };
  return sign.startsWith("<") ? { from: null, to: edge } : { from: edge, to: null };
}

/** Sections in the order of the table that chooses between them, each with its condition. */
function inOrder(order: Element, sections: readonly GridSection[], base: PolicyInput, say: Say): GridSection[] {
  const logic = logicOf(order)!;
  const inputs = list(logic.input);
  const output = list(logic.output).findIndex((one) => one.name === "section");
  return list(logic.rule).flatMap((rule, index): GridSection[] => {
    const at = `Section, rule ${index + 1}`;
    const id = textOf(list(rule.outputEntry)[output]).replace(/^"|"$/g, "");
    const section = sections.find((one) => one.id === id);
    if (!section) {
      say(at, `there is no table for the section “${id}”`);
      return [];
    }
    const wanted = list(rule.inputEntry).flatMap((entry, column) => (textOf(entry) === "true" ? [column] : []));
    const other = list(rule.inputEntry).find((entry) => !["true", "-", ""].includes(textOf(entry)));
    if (other) say(at, `“${textOf(other)}” is not read; “true” and “-” are`);
    if (wanted.length === 0) return [{ ...section, when: "otherwise" as const }];
    const read = wanted.map((column) =>
      fromFeel(textOf(inputs[column]!.inputExpression as Element), base.documentType),
    );
    const failed = read.find((one) => !one.ok);
    if (failed && !failed.ok) say(at, failed.message);
    const of = read.flatMap((one) => (one.ok ? [one.condition] : []));
    return [{ ...section, when: of.length === 1 ? of[0]! : { kind: "all" as const, of } }];
  });
}

function single(sections: readonly GridSection[], say: Say): GridSection[] {
  if (sections.length > 1)
    say("Section", "there are several tables by amount, and none that chooses between them by an output “section”");
  return [...sections];
}
