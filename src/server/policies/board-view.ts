import { dayIn } from "@/core/calendar";
import type { BoundaryCase } from "@/core/checks";
import type { Person } from "@/core/people";
import { isOver, isReviewed, versionState, type PolicyVersion } from "@/core/policy";
import { sayDate } from "@/core/text";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { keptLines } from "../rehearsal/kept-view";
import { alongsideOf } from "./alongside";
import { versionsOf } from "./command";
import { readDraft } from "./drafts";
import { isOwnWork } from "./review";
import { setsOf } from "./sets";
import { sayStanding } from "./standing";

/** What the board of a policy is opened with, for a reader: a saved version, or the draft where there is one and none is asked for. Null when there is neither. */
export function boardView(app: App, reader: Person, id: string, asked: number | null) {
  const { versions, directory } = readReferenceData(app);
  const own = versionsOf(app, id);
  const draft = readDraft(app, id);
  const mayWrite = authorise(reader, "policies.write") === null;
  const chosen =
    asked !== null ? own.find((version) => version.version === asked) : draft ? null : (own.at(-1) ?? undefined);
  if (chosen === undefined || (chosen === null && !draft)) return null;
  const now = app.clock.now();
  const zone = directory.organisation.timeZone;
  const name = (person: string) => directory.person(person)?.name ?? person;
  const when = (at: string) => sayDate(dayIn(at, zone));
  const sets = setsOf(app);
  const line = (version: PolicyVersion) => ({
    version: version.version,
    state: versionState(version, own, now),
    when: sayStanding(version, own, sets, now, zone),
    by: name(version.savedBy),
    note: version.note,
  });
  const { organisation } = directory;
  return {
    saved: chosen ? chosen.policy : draft!.policy,
    kept: draft && {
      revision: draft.revision,
      basedOn: draft.basedOn,
      savedBy: name(draft.savedBy),
      savedAt: draft.savedAt,
      reasons: draft.reasons,
    },
    current: chosen ? line(chosen) : null,
    versions: own.map(line),
    others: own
      .filter((version) => version !== chosen)
      .toReversed()
      .map((version) => ({ label: `Version ${version.version}`, policy: version.policy })),
    all: versions.map(({ comments: _, ...version }) => version),
    review: chosen?.sent
      ? {
          ...reviewOf(chosen, reader, name, when, zone),
          rehearsals: keptLines(app, id).filter((line) => line.version === chosen.version),
        }
      : null,
    alongside: chosen && alongsideOf(app, id, chosen.version),
    tests: testSets(app, id).map((set) => ({ ...set, by: name(set.by) })),
    organisation: { ...organisation, people: organisation.people.map((one) => ({ ...one, email: "" })) },
    editable: mayWrite && (chosen === null || (!draft && chosen === own.at(-1))),
    mayWrite,
    mayReview: authorise(reader, "policies.review") === null,
    awaitsDate: chosen !== null && isReviewed(chosen) && (chosen.inForceFrom === null || isOver(chosen, now)),
    today: dayIn(now, zone),
    at: now,
  };
}

function reviewOf(
  version: PolicyVersion,
  reader: Person,
  name: (person: string) => string,
  when: (at: string) => string,
  zone: string,
) {
  const { sent, review, comments = [], reasons = [] } = version;
  const lastDay = sent!.until && sayDate(dayIn(new Date(Date.parse(sent!.until) - 1).toISOString(), zone));
  return {
    version: version.version,
    sentBy: name(sent!.by),
    sentAt: when(sent!.at),
    plan: sent!.from
      ? `When approved it counts from ${when(sent!.from)}${lastDay ? ` to ${lastDay}` : ""}.`
      : "When approved, its day is set by a controller.",
    reviewedBy: review ? name(review.by) : null,
    reviewedAt: review ? when(review.at) : "",
    outcome: review?.outcome ?? null,
    words: review?.words ?? "",
    comments: comments.map((one) => ({ ...one, name: name(one.by), when: when(one.at) })),
    reasons,
    own: isOwnWork(version, reader.id),
  };
}

type TestRow = { version: number; cases: string; kept_by: string };

function testSets(app: App, id: string): { version: number; cases: BoundaryCase[]; by: string }[] {
  const rows = app.db
    .prepare("SELECT version, cases, kept_by FROM test_set WHERE policy = ? ORDER BY version DESC")
    .all(id) as TestRow[];
  return rows.map((row) => ({
    version: row.version,
    cases: JSON.parse(row.cases) as BoundaryCase[],
    by: row.kept_by,
  }));
}
