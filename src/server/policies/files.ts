import { parse } from "csv-parse/sync";
import { tableFile, TABLE_TYPES, type TableFormat } from "../tables";
import { boundaryCases } from "@/core/checks";
import { documentTypeKeys } from "@/core/documents";
import { fromDmn, fromMatrix, lossesOf, toDmn, toMatrix, type TableProblem, type TableRead } from "@/core/formats";
import { plainAmount } from "@/core/money";
import type { Person } from "@/core/people";
import {
  PolicySchema,
  readPolicy,
  type Policy,
  type PolicyInput,
  type PolicyVersion,
  fieldsIn,
  vocabularyIn,
} from "@/core/policy";
import { type Result, refusedFor } from "@/core/refusal";
import { STARTING_SET, startFrom } from "@/core/starting-set";
import { refused, sayReadLoss, sayLoss, sayTableProblem } from "@/core/words";
import type { Cell } from "@/core/tables";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { versionNumbered, versionsOf } from "./command";
import { readDraft } from "./drafts";
import { matrixPdf } from "./matrix-pdf";
import { sayCase, sayBand } from "@/core/words";

export const POLICY_FORMATS = ["json", "csv", "xlsx", "dmn", "pdf", "tests", "tests-xlsx"] as const;
export type Format = (typeof POLICY_FORMATS)[number];

/**
 * A version as a file, or the draft where no version is named. What a format cannot carry is in the header `x-bandeira-losses` as a JSON list, which the page
 * shows before the file is taken.
 */
export async function policyFile(
  app: App,
  reader: Person,
  id: string,
  { as, version }: { as: Format; version?: number | undefined },
): Promise<Result<Response>> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return { ok: false, refusals: [refusal] };
  const found = wanted(app, id, version);
  if (!found.ok) return found;
  const { policy, saved } = found.value;
  const name = `${id}-${saved ? `version-${saved.version}` : "draft"}`;
  const { directory } = readReferenceData(app);
  switch (as) {
    case "json":
      return file(`${JSON.stringify(policy, null, 2)}\n`, `${name}.json`, "application/json", []);
    case "csv":
    case "xlsx": {
      const rows = toMatrix(policy, sayLoss, fieldsIn(policy.documentType, directory));
      return table(as, `${name}-matrix`, rows, lossesOf(policy).map(sayLoss));
    }
    case "dmn":
      return file(
        await toDmn(policy, sayLoss, fieldsIn(policy.documentType, directory)),
        `${name}.dmn`,
        "application/xml",
        lossesOf(policy).map(sayLoss),
      );
    case "tests":
    case "tests-xlsx": {
      const rows = boundaryCases(policy).map((one) => ({
        section: one.sectionName,
        amount: { plain: plainAmount({ minor: one.minor, currency: one.currency }) },
        currency: one.currency,
        band: one.band + 1,
        levels: sayCase({ levels: one.levels, told: [] }, vocabularyIn(policy.documentType, directory)),
        told: one.told.join("; "),
        "in words": sayBand(
          policy,
          policy.sections.find(({ id }) => id === one.section)!,
          one.band,
          directory,
        ),
      }));
      const cells = [Object.keys(rows[0] ?? {}), ...rows.map((row) => Object.values(row))];
      return table(as === "tests" ? "csv" : "xlsx", `${name}-boundaries`, cells, []);
    }
    case "pdf": {
      const pdf = await matrixPdf(policy, saved, versionsOf(app, id), directory, app.clock.now());
      return file(new Uint8Array(pdf), `${name}.pdf`, "application/pdf", []);
    }
  }
}

/** A matrix to fill in: what a policy to begin with says for a type of documents, in the organisation's currency, so that the shape is seen before there is a policy. */
export async function exampleMatrix(
  app: App,
  reader: Person,
  { type, as }: { type: string; as: TableFormat },
): Promise<Result<Response>> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return refusedFor(refusal);
  const start = STARTING_SET.find((one) => one.documentType === type);
  if (!start) return refused("no such type", { type }, "type");
  const { directory } = readReferenceData(app);
  const { currency, units } = directory.organisation;
  const own = { id: "example", name: "Example", owner: reader.id, units: [units[0]!.id], currency };
  const policy = PolicySchema.parse(startFrom(start, own));
  const rows = toMatrix(policy, sayLoss, fieldsIn(type, directory));
  return table(as, `example-of-a-matrix-${type}`, rows, lossesOf(policy).map(sayLoss));
}

function wanted(app: App, id: string, version?: number): Result<{ policy: Policy; saved: PolicyVersion | null }> {
  if (version !== undefined) {
    const found = versionNumbered(app, id, version);
    return found.ok ? { ok: true, value: { policy: found.value.policy, saved: found.value } } : found;
  }
  const draft = readDraft(app, id);
  return draft
    ? { ok: true, value: { policy: draft.policy, saved: null } }
    : refused("no draft of the policy", { policy: id });
}

/** A header has room for so many; the page and the file itself have all. */
const MOST_TOLD = 20;

/** A table of a policy. It has no moments, so that no zone is needed. */
async function table(as: TableFormat, name: string, rows: Cell[][], losses: string[]): Promise<Result<Response>> {
  const content = await tableFile(as, name, rows, "UTC");
  return file(content as BodyInit, `${name}.${as}`, TABLE_TYPES[as], losses);
}

function file(body: BodyInit, name: string, type: string, losses: string[]): Result<Response> {
  const headers = {
    "content-type": type,
    "content-disposition": `attachment; filename="${name}"`,
    "x-bandeira-losses": encodeURIComponent(JSON.stringify(losses.slice(0, MOST_TOLD))),
    "cache-control": "no-store",
  };
  return { ok: true, value: new Response(body, { headers }) };
}

/** Reads a policy from a file. Nothing is saved; whoever reads it sees it on the board, and what of the file is not in it. */
export async function readPolicyFile(
  app: App,
  actor: Person,
  { format, text, base }: { format: "json" | "csv" | "dmn"; text: string; base: object },
): Promise<Result<SaidTable>> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const given = base as PolicyInput;
  const fields = documentTypeKeys.includes(given.documentType)
    ? fieldsIn(given.documentType, readReferenceData(app).directory)
    : [];
  if (format === "dmn") return saidTable(await fromDmn(text, given, fields));
  if (format === "json") return fromJson(text, given);
  const rows = rowsOf(text);
  if (!rows.ok) return rows;
  return saidTable(fromMatrix(rows.value, given, fields));
}

/** What was read of a file, with what is not in it in words. */
export type SaidTable = { policy: Policy; losses: string[] };

function saidTable(read: Result<TableRead, TableProblem>): Result<SaidTable> {
  if (!read.ok) return refusedFor(...read.refusals.map(sayTableProblem));
  return { ok: true, value: { policy: read.value.policy, losses: read.value.losses.map(sayReadLoss) } };
}

/** A whole policy; its id and owner are those of the draft it comes into. */
function fromJson(text: string, base: PolicyInput): Result<SaidTable> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (cause) {
    return refused("file is no JSON", { found: cause instanceof Error ? cause.message : "it cannot be read" });
  }
  const read = readPolicy(value);
  if (!read.ok) return read;
  const { id, name } = base;
  const losses =
    read.value.id === id ? [] : [sayReadLoss({ code: "name of the draft stays", values: { name: read.value.name } })];
  return { ok: true, value: { policy: { ...read.value, id, name, ...(base.owner && { owner: base.owner }) }, losses } };
}

function rowsOf(text: string): Result<string[][]> {
  try {
    const delimiter = [",", ";", "\t"].sort((a, b) => count(text, b) - count(text, a))[0]!;
    const rows: string[][] = parse(text, { bom: true, delimiter, relax_column_count: true, skip_empty_lines: true });
    return { ok: true, value: rows };
  } catch (cause) {
    const message = cause instanceof Error ? cause.message : "it cannot be read";
    return refused("file is no CSV", { found: message });
  }
}

function count(text: string, sign: string): number {
  return text.slice(0, text.indexOf("\n") >>> 0).split(sign).length;
}
