import type { ApproverRule } from "../people";
import { ApproverRuleSchema } from "../people";
import { LevelSchema, QuorumSchema, type Level, type Quorum } from "../policy";

/**
 * Who a level asks as a short code, for tables: `manager:1`, `group:directors`, `people:ana,rui`, `headOfUnit:0`, `position:treasurer`,
 * `lineByLimit:straight`, `owner:supplier`, `namedOnDocument:receiver`.
 */
export function ruleCode(rule: ApproverRule): string {
  const { kind } = rule;
  switch (kind) {
    case "people":
      return `people:${rule.people.join(",")}`;
    case "group":
      return `group:${rule.group}`;
    case "manager":
    case "headOfUnit":
      return `${kind}:${rule.up}`;
    case "position":
      return `position:${rule.position}`;
    case "lineByLimit":
      return `lineByLimit:${rule.climb === "straight" ? "straight" : "one-by-one"}`;
    case "owner":
      return `owner:${rule.of}`;
    case "namedOnDocument":
      return `namedOnDocument:${rule.field}`;
  }
}

/** The rule of a code, or null when it is none. */
export function ruleOf(code: string): ApproverRule | null {
  const [kind, rest = ""] = split(code);
  const value = {
    people: { people: rest.split(",").map((id) => id.trim()) },
    group: { group: rest },
    manager: { up: Number(rest || 1) },
    headOfUnit: { up: Number(rest || 0) },
    position: { position: rest },
    lineByLimit: { climb: rest === "one-by-one" ? "one by one" : rest },
    owner: { of: rest },
    namedOnDocument: { field: rest },
  }[kind];
  const read = ApproverRuleSchema.safeParse({ kind, ...value });
  return value && read.success ? read.data : null;
}

function split(code: string): [string, string?] {
  const at = code.indexOf(":");
  return at < 0 ? [code.trim()] : [code.slice(0, at).trim(), code.slice(at + 1).trim()];
}

/** @example quorumCode({ kind: "n", n: 3 }) // "3" */
export function quorumCode(quorum: Quorum): string {
  return quorum.kind === "n" ? String(quorum.n) : quorum.kind;
}

/** A quorum from its code in a table: a number, or a word of the schema; one where there is none, null for anything else. */
export function quorumOf(code: string): Quorum | null {
  const read = QuorumSchema.safeParse(/^\d+$/.test(code) ? { kind: "n", n: Number(code) } : { kind: code || "one" });
  return read.success ? read.data : null;
}

/** What a level can be, as tables write it. */
export const KINDS: readonly Level["kind"][] = LevelSchema.shape.kind.unwrap().options;

/** Whether a code in a table is a kind of level. */
export function isKind(code: string): code is Level["kind"] {
  return (KINDS as readonly string[]).includes(code);
}
