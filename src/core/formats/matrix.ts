import { typeWords, type Field } from "../documents";
import { formatAmount, parseMoney } from "../money";
import type { Mark, Policy, PolicyInput } from "../policy";
import type { Result } from "../refusal";
import { KINDS, isKind, quorumCode, quorumOf, ruleCode, ruleOf } from "./codes";
import { fromFeel } from "./feel-reader";
import { toFeel } from "./feel";
import { gridOf, policyOf, type Edge, type GridLevel, type GridSection } from "./grid";
import { lossesOf, type Loss } from "./losses";
import type { TableProblem, TableReason } from "./reasons";
import { tableRead, type TableRead } from "./table-read";

/**
 * The authority matrix as a table: per section a row of lower edges, one of upper edges, one that says where nobody needs to approve, and a row per level. The
 * same table is read back. Amounts stand as 2500.00 with a sign of inclusion before them: ">" and "<" leave the exact amount out, ">=" and "<=" take it in.
 */
const FIXED = ["section", "row", "id", "name", "kind", "who", "how many", "refusal", "stage", "condition"] as const;

/** Columns that older files do not have. */
const OPTIONAL: readonly string[] = ["kind"];

/** A policy as rows of a table, bands across: amounts plain, in major units of its currency. What it cannot say is in `lossesOf`. */
export function toMatrix(
  policy: Policy,
  say: (loss: Loss) => string,
  fields: readonly Field[] = typeWords(policy.documentType).fields,
): string[][] {
  const grid = gridOf(policy);
  const most = Math.max(...grid.map((section) => section.bands.length));
  const header = [...FIXED, ...Array.from({ length: most }, (_, band) => `band ${band + 1}`)];
  const plain = (minor: number) => formatAmount({ minor, currency: policy.currency }).replaceAll(",", "");
  const from = (edge: Edge) => (edge ? `${edge.included ? ">=" : ">"} ${plain(edge.minor)}` : "");
  const to = (edge: Edge) => (edge ? `${edge.included ? "<=" : "<"} ${plain(edge.minor)}` : "");
  const row = (fixed: string[], bands: string[]) => [
    ...fixed,
    ...bands,
    ...Array<string>(most - bands.length).fill(""),
  ];
  const rows = grid.flatMap(({ id = "", name, when, bands, levels }) => [
    row(
      [name, "from", id, "", "", "", "", "", "", when === "otherwise" ? "otherwise" : toFeel(when, fields)],
      bands.map((band) => from(band.from)),
    ),
    row(
      [name, "to", "", "", "", "", "", "", "", ""],
      bands.map((band) => to(band.to)),
    ),
    row(
      [name, "approval", "", "", "", "", "", "", "", ""],
      bands.map((band) => band.approval),
    ),
    ...levels.map((level) =>
      row(
        [
          name,
          "level",
          level.id ?? "",
          level.name,
          level.kind,
          ruleCode(level.approvers),
          quorumCode(level.quorum),
          level.refusal,
          String(level.stage),
          level.when ? toFeel(level.when, fields) : "",
        ],
        [...level.marks],
      ),
    ),
  ]);
  const leftOut = lossesOf(policy).map((loss) => row(["", LEFT_OUT, "", say(loss), "", "", "", "", "", ""], []));
  return [header, ...rows, ...leftOut];
}

const LEFT_OUT = "left out";

/**
 * Reads such a table into the sections of a policy; everything else is taken from `base`.
 * @param rows cells as text, the header first; every problem is said with its line and column
 */
export function fromMatrix(
  rows: readonly (readonly string[])[],
  base: PolicyInput,
  fields: readonly Field[] = typeWords(base.documentType).fields,
): Result<TableRead, TableProblem> {
  const [header = [], ...body] = rows;
  const columns = header.map((cell) => cell.trim().toLowerCase());
  const missing = FIXED.filter((name) => !columns.includes(name) && !OPTIONAL.includes(name));
  if (missing.length > 0)
    return {
      ok: false,
      refusals: [{ at: { line: 1 }, why: { code: "column missing", values: { column: missing[0]! } } }],
    };
  const bandColumns = columns.flatMap((name, index) => (/^band \d+$/.test(name) ? [index] : []));
  const refusals: TableProblem[] = [];
  const groups = new Map<string, Row[]>();
  const leftOut: string[] = [];
  body.forEach((cells, index) => {
    if (cells.every((cell) => cell.trim() === "")) return;
    const cell = (name: string) => (cells[columns.indexOf(name)] ?? "").trim();
    if (cell("row") === LEFT_OUT) return void leftOut.push(cell("name"));
    const row: Row = {
      line: index + 2,
      cell,
      bands: bandColumns.map((column) => (cells[column] ?? "").trim()),
      problem: (column, why) => void refusals.push({ at: { line: index + 2, column }, why }),
    };
    groups.set(cell("section"), [...(groups.get(cell("section")) ?? []), row]);
  });
  const grid = [...groups].map(([name, of]) => sectionFrom(name, of, base, fields));
  if (refusals.length > 0) return { ok: false, refusals };
  return tableRead(policyOf(grid, base), leftOut);
}

type Row = {
  line: number;
  cell(name: string): string;
  bands: string[];
  problem(column: string, why: TableReason): void;
};

function sectionFrom(name: string, rows: readonly Row[], base: PolicyInput, fields: readonly Field[]): GridSection {
  const [first] = rows;
  const of = (kind: string) => rows.filter((row) => row.cell("row") === kind);
  const [from, to, approval] = [of("from")[0], of("to")[0], of("approval")[0]];
  for (const row of rows)
    if (!["from", "to", "approval", "level"].includes(row.cell("row")))
      row.problem("row", { code: "no such row", values: { typed: row.cell("row") } });
  if (!name) first!.problem("section", { code: "section without a name" });
  if (!from || !to) first!.problem("row", { code: "from and to needed", values: { section: name } });
  const count = Math.max(1, ...rows.map((row) => row.bands.findLastIndex((cell) => cell !== "") + 1));
  const bands = Array.from({ length: count }, (_, band) => ({
    from: edgeOf(from, band, base.currency),
    to: edgeOf(to, band, base.currency),
    approval: approval?.bands[band] === "none" ? ("none" as const) : ("required" as const),
    at: { line: to?.line ?? first!.line, column: `band ${band + 1}` },
  }));
  const condition = from?.cell("condition") ?? "otherwise";
  return {
    ...(from?.cell("id") && { id: from.cell("id") }),
    name,
    when: condition === "otherwise" || !from ? "otherwise" : conditionFrom(from, condition, fields),
    bands,
    levels: of("level").map((row) => levelFrom(row, count, fields)),
    at: { line: from?.line ?? first!.line },
  };
}

function conditionFrom(row: Row, text: string, fields: readonly Field[]): GridSection["when"] {
  const read = fromFeel(text, fields);
  if (read.ok) return read.condition;
  row.problem("condition", { code: "no condition", values: { why: read.why } });
  return "otherwise";
}

function edgeOf(row: Row | undefined, band: number, currency: string): Edge {
  const text = row?.bands[band] ?? "";
  if (text === "" || !row) return null;
  const match = /^(>=|>|<=|<)?\s*(.+)$/.exec(text)!;
  const sign = match[1] ?? (row.cell("row") === "from" ? ">" : "<=");
  const parsed = parseMoney(match[2]!, currency);
  const wanted = row.cell("row") === "from" ? ">" : "<";
  if (!parsed.ok) row.problem(`band ${band + 1}`, { code: "no amount", values: { why: parsed.why } });
  else if (!sign.startsWith(wanted))
    row.problem(`band ${band + 1}`, { code: "sign in the wrong row", values: { sign, row: row.cell("row") } });
  else return { minor: parsed.money.minor, included: sign.endsWith("=") };
  return null;
}

const MARKS: readonly string[] = ["approves", "told", "none", ""];

function levelFrom(row: Row, count: number, fields: readonly Field[]): GridLevel {
  const rule = ruleOf(row.cell("who"));
  if (!rule) row.problem("who", { code: "no rule for approvers", values: { typed: row.cell("who") } });
  const quorum = quorumOf(row.cell("how many"));
  if (!quorum) row.problem("how many", { code: "no number of approvers", values: { typed: row.cell("how many") } });
  const refusal = row.cell("refusal") || "first ends";
  if (refusal !== "first ends" && refusal !== "counts")
    row.problem("refusal", { code: "no way of refusing", values: { typed: refusal } });
  const stage = Number(row.cell("stage") || "0");
  if (!Number.isInteger(stage) || stage < 1) row.problem("stage", { code: "no stage" });
  row.bands.forEach((mark, band) => {
    if (!MARKS.includes(mark)) row.problem(`band ${band + 1}`, { code: "no mark", values: { typed: mark } });
  });
  if (!row.cell("name")) row.problem("name", { code: "level without a name" });
  const kind = row.cell("kind") || "approval";
  if (!isKind(kind)) row.problem("kind", { code: "no kind of level", values: { typed: kind, known: KINDS } });
  const condition = row.cell("condition");
  const when = condition ? conditionFrom(row, condition, fields) : "otherwise";
  return {
    ...(row.cell("id") && { id: row.cell("id") }),
    name: row.cell("name"),
    kind: isKind(kind) ? kind : "approval",
    approvers: rule ?? { kind: "manager", up: 1 },
    quorum: quorum ?? { kind: "one" },
    refusal: refusal === "counts" ? "counts" : "first ends",
    stage,
    ...(when !== "otherwise" && { when }),
    marks: Array.from({ length: count }, (_, band) => (row.bands[band] || "none") as Mark),
    at: { line: row.line },
  };
}
