import { Decimal } from "decimal.js";
import { canonical } from "./canonical";
import { sha256Hex, type ChainedEvent } from "./chain";

/*
 * The closing proof as a verifier reads it: from stored events alone, without anything that made them. docs/formats/evidence.md says the same in words, and
 * tools/verify_evidence.py does it a second time.
 */

type Amount = { minor: number; currency: string };
type Basis = {
  revision: number;
  document: string;
  amount: Amount;
  refused: { part: string; allowed: number | null }[];
  filled?: Filled;
} & Record<(typeof BOUND)[number], string | null>;
/** What deciders filled in, by the keys of the fields. */
type Filled = Record<string, unknown>;
type Shown = { level: string; how: string; needed: number; approvals: Approval[] };
type Approval = { by: string; inNameOf: string | null; revision: number; at: string };
type Data = Record<string, unknown> & {
  level?: string;
  by?: string;
  inNameOf?: string | null;
  basis?: Basis;
  filled?: Filled;
  again?: string[];
  revision?: number;
  hash?: string;
  document?: Record<string, unknown>;
  route?: { levels: { level: string; outcome: string }[] };
  proof?: { basis: Basis; levels: Shown[] };
};
type Read = { type: string; time: string; data: Data };
type Edits = { toleranceMinor: number; tolerancePercent: number };

const BOUND = ["section", "requester", "onBehalfOf", "unit", "party", "currency", "date"] as const;

/**
 * What is wrong with the closing proof of a document that was approved; empty where nothing is, and where it was not approved.
 * @param events of one document, in order
 * @param edits what its policy tolerates
 */
export function closingProblems(events: readonly ChainedEvent[], edits: Edits): string[] {
  const read = events.map((one): Read => ({ type: one.type, time: one.time, data: JSON.parse(one.data) as Data }));
  const end = read.findIndex((one) => one.type === "approved");
  if (end < 0) return [];
  const { proof } = read[end]!.data;
  if (!proof) return ["the approval has no closing proof"];
  const before = read.slice(0, end);
  return [
    ...wrongDocument(before, proof.basis),
    ...wrongFilled(before, proof.basis),
    ...wrongLevels(before, proof, edits),
  ];
}

const isSent = ({ type }: Read) => type === "submitted" || type === "revised";

/** What is approved is the revision that was last sent in, and the proof says of it what it says itself. */
function wrongDocument(before: readonly Read[], basis: Basis): string[] {
  const sent = before.findLast(isSent);
  const document = sent?.data.document;
  if (!sent || !document) return ["nothing was sent in before it was approved"];
  const problems: string[] = [];
  if (sent.data.revision !== basis.revision) problems.push("the proof is of another revision than the one approved");
  const hash = sha256Hex(canonical(document));
  if (hash !== sent.data.hash || hash !== basis.document)
    problems.push("the proof is of another document than the one approved");
  for (const key of ["requester", "onBehalfOf", "unit", "currency", "date"] as const)
    if ((document[key] ?? null) !== basis[key]) problems.push(`the proof says another ${key} than the document`);
  return problems;
}

/** What the proof has as filled in is what approvals that still count filled in, and nothing else. */
function wrongFilled(before: readonly Read[], { filled = {} }: Basis): string[] {
  const said: Filled = {};
  before.forEach(({ type, data }, index) => {
    const { level = "", filled: fields = {} } = data;
    const stands = !before.slice(index + 1).some((later) => beginsAgain(later, level));
    if (type === "approval given" && stands) Object.assign(said, fields);
  });
  return [...new Set([...Object.keys(said), ...Object.keys(filled)])]
    .filter((key) => canonical(said[key] ?? null) !== canonical(filled[key] ?? null))
    .map((key) => `the proof has ${key} filled in otherwise than whoever approved did`);
}

function wrongLevels(before: readonly Read[], proof: { basis: Basis; levels: Shown[] }, edits: Edits): string[] {
  const routed = before.findLastIndex((one) => one.data.route !== undefined);
  const reduced = before.slice(routed).some((one) => one.type === "reduced");
  const passed = new Set(
    before.slice(routed).flatMap((one) => (one.type === "level passed over" ? [one.data.level] : [])),
  );
  const required = before[routed]?.data.route?.levels.filter((one) => one.outcome === "required") ?? [];
  const shown = new Set(proof.levels.map((one) => one.level));
  // After a part was refused a lower band may ask for fewer levels, but never for nobody.
  const left = reduced ? [] : required.filter((one) => !shown.has(one.level) && !passed.has(one.level));
  const problems = left.map((one) => `the proof leaves out the level ${one.level}`);
  if (required.length > 0 && proof.levels.length === 0 && !reduced) problems.push("the proof shows no level");
  return [...problems, ...proof.levels.flatMap((one) => wrongLevel(before, one, proof.basis, edits))];
}

function wrongLevel(before: readonly Read[], shown: Shown, final: Basis, edits: Edits): string[] {
  const { level, how, approvals, needed } = shown;
  const since = before.findLastIndex((one) => beginsAgain(one, level));
  const standing = before.slice(since + 1).filter((one) => one.data.level === level);
  const bases = (basis: Basis | undefined) =>
    basis ? wrongBasis(before, basis, final, edits) : ["says not what it was given for"];
  if (how === "lapsed") {
    const lapse = standing.find((one) => one.type === "level lapsed");
    return lapse ? bases(lapse.data.basis).map((one) => `${level}: its lapse ${one}`) : [`${level}: it did not lapse`];
  }
  if (how === "verified")
    return standing.some((one) => one.type === "check passed") ? [] : [`${level}: its check did not pass`];
  if (how !== "approved") return [];
  const people = new Set(approvals.map((one) => one.by));
  const problems =
    people.size >= Math.max(1, needed) ? [] : [`${level}: ${needed} must approve, and ${people.size} did`];
  const document = before.findLast(isSent)?.data.document ?? {};
  const own = ["requester", "onBehalfOf", "editedBy", "payee"].map((key) => document[key]);
  for (const one of approvals) {
    const said = standing.find(
      ({ type, time, data }) =>
        (type === "approval given" || type === "approval counted") &&
        time === one.at &&
        data.by === one.by &&
        (data.inNameOf ?? null) === one.inNameOf,
    );
    if (!said) problems.push(`${level}: there is no approval by ${one.by} that still counts`);
    else problems.push(...bases(said.data.basis).map((what) => `${level}: the approval by ${one.by} ${what}`));
    if (own.includes(one.by)) problems.push(`${level}: ${one.by} approved what is their own`);
  }
  return problems;
}

function beginsAgain({ type, data }: Read, level: string): boolean {
  if (type === "submitted" || type === "rerouted") return true;
  return (type === "revised" || type === "reopened" || type === "returned") && (data.again ?? []).includes(level);
}

/** Where what was approved does not reach to what is approved in the end. */
function wrongBasis(before: readonly Read[], basis: Basis, final: Basis, edits: Edits): string[] {
  const problems: string[] = [];
  const seen = before.some(
    (one) => isSent(one) && one.data.revision === basis.revision && one.data.hash === basis.document,
  );
  if (!seen) problems.push("is of a revision that there was not");
  for (const key of BOUND) if (basis[key] !== final[key]) problems.push(`is for another ${key}`);
  for (const [key, value] of Object.entries(basis.filled ?? {}))
    if (final.filled?.[key] !== undefined && canonical(final.filled[key]) !== canonical(value))
      problems.push(`is for another ${key}`);
  const [most, now] = [new Decimal(basis.amount.minor), new Decimal(final.amount.minor)];
  const over = now.sub(most);
  const { toleranceMinor, tolerancePercent } = edits;
  const none = toleranceMinor === 0 && tolerancePercent === 0;
  const beyond =
    none ||
    (toleranceMinor > 0 && over.gt(toleranceMinor)) ||
    (tolerancePercent > 0 && over.mul(100).gt(most.mul(String(tolerancePercent))));
  if (basis.amount.currency !== final.amount.currency || (over.gt(0) && beyond))
    problems.push("is for less than what is approved");
  if (basis.revision === final.revision)
    for (const { part } of basis.refused)
      if (!final.refused.some((one) => one.part === part))
        problems.push(`refused ${part}, which is approved all the same`);
  return problems;
}
