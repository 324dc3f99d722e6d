import { checkPolicy, keyOf, whyOf, type Finding } from "@/core/checks";
import { dayIn } from "@/core/calendar";
import type { Person } from "@/core/people";
import {
  contentHash,
  isOver,
  isReviewed,
  readPolicy,
  whyNotName,
  type Policy,
  type PolicyVersion,
  type Reason,
  type GivenReason,
} from "@/core/policy";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { type SaidFinding, sayFinding, policiesOf } from "@/core/words";
import type { App } from "../app";
import { sealerOfLog } from "../log/sealed";
import { ratesFor, readReferenceData, namesNow } from "../reference-data";
import { keptRehearsals } from "../rehearsal/kept";
import { commandPolicy, versionsOf } from "./command";
import { dropDraft, policyNames, readDraft } from "./drafts";
import type { PolicyEvent } from "./events";
import { pastOf } from "./history";
import { sayTerm } from "./standing";
import { plannedTimes, rivalRefusal } from "./times";

export { versionsOf } from "./command";

/**
 * Saves a policy as a new version, a draft until it is sent to a reviewer.
 * @param basedOn number of the version the edit began with; refused when a newer one has been saved since
 */
export function savePolicyVersion(
  app: App,
  actor: Person,
  value: unknown,
  basedOn: number,
  note: string,
  command: string,
): Result<{ version: number }> {
  return onPolicy(app, actor, value, "policy version saved", command, (policy) => {
    const saved = newVersion(app, actor, policy, basedOn, note);
    if (saved.ok) dropDraft(app, policy.id);
    return saved;
  });
}

/** A command that carries a whole policy: read with every problem by its path, then carried out on its stream. */
function onPolicy(
  app: App,
  actor: Person,
  value: unknown,
  type: PolicyEvent["type"],
  command: string,
  run: (policy: Policy) => Result<{ events: PolicyEvent[]; value: { version: number } }>,
): Result<{ version: number }> {
  const read = readPolicy(value);
  const stream = `policy:${read.ok ? read.value.id : "unknown"}`;
  const again = ({ version }: { version: number }) => ({ version });
  return commandPolicy(app, actor, { action: "policies.write", stream, command, type, again }, () =>
    read.ok ? run(read.value) : read,
  );
}

function newVersion(
  app: App,
  actor: Person,
  policy: Policy,
  basedOn: number,
  note: string,
): Result<{ events: PolicyEvent[]; value: { version: number } }> {
  const latest = versionsOf(app, policy.id).at(-1);
  if (latest && latest.version !== basedOn) {
    return refused(
      "version saved meanwhile",
      { by: latest.savedBy, latest: latest.version, basedOn },
      undefined,
      namesNow(app),
    );
  }
  const unit = readReferenceData(app).directory.unit(policy.scope.units[0]!)?.name ?? "another unit";
  const taken = whyNotName(policy.name, policyNames(app), unit, policy.id);
  if (taken) return refused("not a name", { why: taken, name: policy.name }, "name");
  const hash = contentHash(policy, sealerOfLog(app.db).seal);
  if (latest?.hash === hash) return refused("same as the version", { version: latest.version });
  const version = (latest?.version ?? 0) + 1;
  // What was never approved goes on into this version, and so do the hands that wrote it.
  const before = latest && !isReviewed(latest) ? [latest.savedBy, ...(latest.authors ?? [])] : [];
  const authors = [...new Set([...before, ...(readDraft(app, policy.id)?.authors ?? []), actor.id])];
  return {
    ok: true,
    value: {
      events: [{ type: "policy version saved", data: { version, hash, note: note.trim(), policy, authors } }],
      value: { version },
    },
  };
}

/** Everything the checks say of a policy as things stand now. */
export function findingsFor(app: App, policy: Policy, reader: Person): Finding[] {
  const { directory, versions } = readReferenceData(app);
  const at = app.clock.now();
  return checkPolicy(policy, {
    directory,
    at,
    rates: ratesFor(app.db, at.slice(0, 10)),
    versions,
    ...pastOf(app, policy, reader),
  });
}

/** A finding of a policy in words. */
export function sayFindingOf(app: App, policy: Policy, finding: Finding): SaidFinding {
  const { directory, versions } = readReferenceData(app);
  return sayFinding(finding, policy, directory, policiesOf(versions));
}

/** Why a policy cannot go to the reviewer: what is fatal, and what is doubtful without a sentence of why. */
function whyNotSent(
  findings: readonly Finding[],
  reasons: readonly GivenReason[],
  say: (finding: Finding) => SaidFinding,
): Refusal[] {
  const given = new Set(reasons.filter(({ reason }) => reason.trim().length > 2).map(({ finding }) => finding));
  return findings.flatMap((finding): Refusal[] => {
    if (finding.weight === "fatal") return [refuse("finding is fatal", { said: say(finding) })];
    if (finding.weight === "doubtful" && !given.has(keyOf(finding)))
      return [refuse("finding without a reason", { said: say(finding) })];
    return [];
  });
}

/** Why a version that is the newest, and unchanged, is not sent again: where it stands. */
function whyNotAgain(app: App, latest: PolicyVersion): Result<never> | null {
  const { version, sent, review, inForceFrom } = latest;
  const now = app.clock.now();
  const zone = readReferenceData(app).directory.organisation.timeZone;
  if (inForceFrom) {
    const since = { version, from: dayIn(inForceFrom, zone) };
    if (isOver(latest, now))
      return refused("version has counted", {
        version,
        term: sayTerm({ from: inForceFrom, until: latest.inForceUntil ?? null }, zone),
      });
    return inForceFrom <= now ? refused("version is in force", since) : refused("version is to count", since);
  }
  if (!sent || review?.outcome === "returned") return null;
  return review ? refused("version approved as it is", { version }) : refused("version with the reviewer", { version });
}

export type Sending = {
  policy: unknown;
  basedOn: number;
  note: string;
  reasons: GivenReason[];
  /** ISO dates in the organisation's zone: the day it is to count from, and the last day it counts; null to leave open. */
  from: string | null;
  until: string | null;
};

/**
 * Sends a policy to the reviewer: saves it as a version, unless the newest version is the same, with the reasons given for doubtful findings. Refused while
 * anything is fatal.
 */
export function sendToReviewer(
  app: App,
  actor: Person,
  { policy: value, basedOn, note, reasons, from, until }: Sending,
  command: string,
): Result<{ version: number }> {
  return onPolicy(app, actor, value, "policy version sent", command, (policy) => {
    const latest = versionsOf(app, policy.id).at(-1);
    const same = latest !== undefined && latest.hash === contentHash(policy, sealerOfLog(app.db).seal);
    const needless = same ? whyNotAgain(app, latest) : null;
    if (needless) return needless;
    if (!note.trim() && !(same && latest.note)) return refused("say why it changes", null, "note");
    const times = plannedTimes(app, from, until);
    if (!times.ok) return times;
    const findings = findingsFor(app, policy, actor);
    const say = (finding: Finding) => sayFindingOf(app, policy, finding);
    const refusals = whyNotSent(findings, reasons, say);
    if (refusals.length > 0) return { ok: false, refusals };
    const rival = from ? rivalRefusal(app, policy, times.value) : null;
    if (rival) return rival;
    const saved = same
      ? { ok: true as const, value: { events: [], value: { version: latest.version } } }
      : newVersion(app, actor, policy, basedOn, note);
    if (!saved.ok) return saved;
    const { version } = saved.value.value;
    const known = new Map(findings.map((one) => [keyOf(one), one]));
    const kept = reasons.flatMap((one): Reason[] => {
      const found = known.get(one.finding);
      const reason = one.reason.trim();
      return found && reason ? [{ finding: one.finding, why: whyOf(found), message: say(found).message, reason }] : [];
    });
    dropDraft(app, policy.id);
    const hash = contentHash(policy, sealerOfLog(app.db).seal);
    const rehearsals = keptRehearsals(app, policy.id).flatMap(({ id, of }) => (of === hash ? [id] : []));
    const sent = {
      version,
      from: from && times.value.from,
      until: times.value.until,
      reasons: kept,
      ...(rehearsals.length > 0 && { rehearsals }),
    };
    return {
      ok: true,
      value: { events: [...saved.value.events, { type: "policy version sent", data: sent }], value: { version } },
    };
  });
}
