import fs from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { z } from "zod";
import { checkPolicy } from "@/core/checks";
import { DocumentSchema, type DocumentContext } from "@/core/documents";
import { RateSchema, type Rate } from "@/core/money";
import { OrganisationSchema, directoryOf, type Organisation } from "@/core/people";
import { contentHash, readPolicy, type Policy } from "@/core/policy";
import { CheckpointSchema, verifyChain, verifyEvidence } from "@/core/records";
import { refusalsOf, type Refusal } from "@/core/refusal";
import { route } from "@/core/routing";
import { DatabaseUnavailable, openDatabase, openForReading, sayDatabase } from "@/server/db/open";
import { openEvidence } from "@/server/evidence/unzip";
import { allEvents, nativeHash } from "@/server/log/log";
import { dumpProjections, rebuild } from "@/server/log/rebuild";
import { dataFolder } from "@/server/root";

const HELP = `Bandeira: who may approve what, from which amount.

  bandeira route --policy P.json --people O.json --document D.json [--around A.json] [--rates R.json] [--at TIME]
      Prints the route of a document as JSON: band, section, every level with "required" or "passed over" and why,
      every person with "eligible" or why not. Needs no database. A.json is what was known around the document, as its record
      has it under state.around: accounts, orders, receipts. TIME is an ISO date-time, now if left out.

  bandeira check --policy P.json --people O.json [--rates R.json] [--at TIME]
      Prints what the checks find wrong with a policy as JSON, each with its place, a worked example and what would mend it; exits with 1
      when anything is fatal. Needs no database, so it knows no past documents and no other policies.

  bandeira verify [--data DIR]
      Re-computes the hash chain of the log. Prints the number of events; exits with 1 naming the first bad one.

  bandeira verify FILE.zip [--checkpoint C.json]
      Verifies an evidence file without any database: every file, every event, and where the events stand in the log. C.json is a checkpoint
      that was kept elsewhere. Prints what is wrong, a line each, and exits with 1 when anything is.

  bandeira rebuild [--data DIR]
      Makes every projection again from the log and says whether anything differed. Stop the server first.

  bandeira --help
      This text.

DIR is the folder with the database: --data, else BANDEIRA_DATA, else data.
Exit codes: 0 done, 1 the log, a projection or a policy is not as it should be, 2 the call or a file is wrong.
Examples of the files are in demo/examples, their JSON Schemas in docs/schema.`;

/** Something in the call or in a file is wrong; its lines go to standard error. */
class CallError extends Error {}

const OPTIONS = {
  policy: { type: "string" },
  people: { type: "string" },
  document: { type: "string" },
  around: { type: "string" },
  rates: { type: "string" },
  at: { type: "string" },
  data: { type: "string" },
  checkpoint: { type: "string" },
  help: { type: "boolean", short: "h" },
} as const;

const TAKES: Record<string, string[]> = {
  route: ["policy", "people", "document", "around", "rates", "at"],
  check: ["policy", "people", "rates", "at"],
  verify: ["data", "checkpoint"],
  rebuild: ["data"],
};

type Values = Partial<
  Record<"policy" | "people" | "document" | "around" | "rates" | "at" | "data" | "checkpoint", string>
> & {
  help?: boolean;
};

/** Carries out a command line. @returns the exit code */
export async function main(args: string[]): Promise<number> {
  try {
    const { values, positionals } = read(args);
    const [command, ...rest] = positionals;
    if (values.help || (!command && args.length === 0)) return say(HELP);
    if (!command || !TAKES[command])
      throw new CallError(`There is no command “${command ?? ""}”; bandeira --help lists them.`);
    if (command === "verify" && rest.length === 1) return verifyFile(rest[0]!, values.checkpoint);
    if (values.checkpoint)
      throw new CallError("--checkpoint goes with an evidence file; bandeira --help shows the call.");
    if (rest.length > 0) throw new CallError(`“${rest[0]}” is one word too many; bandeira --help shows the call.`);
    const foreign = Object.keys(values).find((key) => !TAKES[command]!.includes(key));
    if (foreign) throw new CallError(`${command} does not take --${foreign}; bandeira --help shows the call.`);
    if (command === "route") return routeFiles(values);
    if (command === "check") return checkFile(values);
    return command === "verify" ? verify(folderOf(values)) : rebuildAll(folderOf(values));
  } catch (error) {
    const said = error instanceof CallError ? error.message : sayDatabase(error);
    if (said === null) throw error;
    console.error(said);
    return 2;
  }
}

function read(args: string[]): { values: Values; positionals: string[] } {
  try {
    return parseArgs({ args, options: OPTIONS, allowPositionals: true });
  } catch (error) {
    throw new CallError(`${(error as Error).message.split(". ")[0]}; bandeira --help shows the call.`);
  }
}

function say(text: string): number {
  console.log(text);
  return 0;
}

function folderOf(values: Values): string {
  return values.data ? path.resolve(values.data) : dataFolder();
}

function routeFiles(values: Values): number {
  const { policy, organisation, rates, time } = given(values);
  const around = values.around ? (readJson(values.around) as DocumentContext) : {};
  const document = parse(needed(values, "document"), DocumentSchema);
  const version = {
    policy,
    version: 1,
    hash: contentHash(policy),
    savedBy: "file",
    savedAt: time,
    note: "",
    inForceFrom: time,
    putInForceBy: null,
  };
  const found = route(document, { policies: [version], directory: directoryOf(organisation), rates, around, at: time });
  return say(JSON.stringify(found, null, 2));
}

/** What both commands on files read: a policy, the people it asks, rates and a time. */
function given(values: Values): { policy: Policy; organisation: Organisation; rates: Rate[]; time: string } {
  const policy = readPolicyFile(needed(values, "policy"));
  const organisation: Organisation = parse(needed(values, "people"), OrganisationSchema);
  const rates: Rate[] = values.rates ? parse(values.rates, z.array(RateSchema)) : [];
  const at = values.at ?? new Date().toISOString();
  if (Number.isNaN(Date.parse(at)))
    throw new CallError(`--at ${at} is not a time; write it like 2026-03-10T09:10:00Z.`);
  return { policy, organisation, rates, time: new Date(at).toISOString() };
}

function checkFile(values: Values): number {
  const { policy, organisation, rates, time } = given(values);
  const context = { directory: directoryOf(organisation), at: time, rates, versions: [], past: [], currencies: [] };
  const findings = checkPolicy(policy, context);
  say(JSON.stringify(findings, null, 2));
  return findings.some(({ weight }) => weight === "fatal") ? 1 : 0;
}

function needed(values: Values, key: "policy" | "people" | "document"): string {
  const file = values[key];
  if (!file) throw new CallError(`this command needs --${key} FILE; bandeira --help shows the call.`);
  return file;
}

function readPolicyFile(file: string): Policy {
  const result = readPolicy(readJson(file));
  if (!result.ok) throw new CallError(sayProblems(file, result.refusals));
  return result.value;
}

function parse<T>(file: string, schema: z.ZodType<T>): T {
  const result = schema.safeParse(readJson(file));
  if (!result.success) throw new CallError(sayProblems(file, refusalsOf(result.error)));
  return result.data;
}

function readJson(file: string): unknown {
  let text: string;
  try {
    text = fs.readFileSync(file, "utf8");
  } catch {
    throw new CallError(`${file} cannot be read; check the path.`);
  }
  try {
    return JSON.parse(text.replace(/^\ufeff/, "")) as unknown;
  } catch (error) {
    throw new CallError(`${file} is not JSON: ${(error as Error).message}.`);
  }
}

function sayProblems(file: string, refusals: readonly Refusal[]): string {
  return refusals.map((refusal) => `${file}: ${refusal.message}`).join("\n");
}

function verify(folder: string): number {
  const db = openForReading(folder);
  let read = 0;
  const counted = function* () {
    for (const event of allEvents(db)) {
      yield event;
      read += 1;
    }
  };
  let verdict;
  try {
    verdict = verifyChain(counted(), nativeHash);
  } catch (error) {
    return sayDamage(folder, read, error);
  } finally {
    db.close();
  }
  if (!verdict.problem)
    return say(`${verdict.events} events, each follows from the one before. Last hash ${verdict.lastHash}`);
  console.log(`${verdict.events} events are good.`);
  console.error(`Event ${verdict.problem.seq} is not: ${verdict.problem.reason}.`);
  return 1;
}

/** What is wrong with a file that cannot be read to its end. @throws what is no fault of the file */
function sayDamage(folder: string, read: number, error: unknown): number {
  const { code, message } = error as { code?: unknown; message?: string };
  if (typeof code !== "string" || !code.startsWith("SQLITE_")) throw error;
  console.log(`${read} events could be read, and each follows from the one before.`);
  console.error(
    `The database in ${folder} cannot be read further (${code}: ${message}). Keep the file as it is, and put back a copy; “bandeira verify” on the copy says whether it is whole.`,
  );
  return 1;
}

function verifyFile(file: string, checkpoint: string | undefined): number {
  if (!fs.existsSync(file)) throw new CallError(`${file} cannot be read; check the path.`);
  const kept = checkpoint ? parse(checkpoint, CheckpointSchema) : null;
  const { files, problems } = openEvidence(fs.readFileSync(file));
  const all = [...problems, ...(files.size > 0 ? verifyEvidence(files, kept) : [])];
  for (const { file: name, what } of all) console.error(`${name}: ${what}.`);
  if (all.length > 0) return 1;
  return say(kept ? "Nothing is wrong with it, and it is of the log of the checkpoint." : "Nothing is wrong with it.");
}

function rebuildAll(folder: string): number {
  const there = openForReading(folder);
  const version = there.pragma("user_version", { simple: true }) as number;
  there.close();
  // Opened for writing, an empty file would become a new database, and nothing would differ.
  if (version === 0)
    throw new DatabaseUnavailable(`The database in ${folder} is empty; put back a copy before making anything again.`);
  const db = openDatabase(folder);
  const before = dumpProjections(db);
  const events = rebuild(db);
  const after = dumpProjections(db);
  db.close();
  const same = before.length === after.length && before.every((row, index) => row === after[index]);
  console.log(
    `${events} events replayed into ${after.length} rows. ${same ? "Nothing differed." : "The projections differed and have been mended."}`,
  );
  return same ? 0 : 1;
}
