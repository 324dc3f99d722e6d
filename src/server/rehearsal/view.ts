import type { HoursOf, MinutesOf } from "@/core/rehearsal";
import { addDays, dayIn, isDay } from "@/core/calendar";
import type { Person } from "@/core/people";
import { versionState, type Policy, type PolicyVersion, type VersionState } from "@/core/policy";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { versionsOf } from "../policies/command";
import { policyNames, readDraft } from "../policies/drafts";
import { inForce, readReferenceData } from "../reference-data";
import { EVERYTHING, OWN, historiesOf, type Source } from "../histories/store";
import type { Days } from "./material";
import { othersInForce } from "./run";

/**
 * A version or the draft of a policy as one of the two that are compared, or that there is no such policy, and documents go where others send them.
 * @property key “draft”, the number of the version, or “none”
 */
export type Candidate = { key: string; name: string; state: VersionState | "Draft" | null; policy: Policy | null };

const NONE: Candidate = { key: "none", name: "Without this policy", state: null, policy: null };

/** What the address of a rehearsal says. */
export type Asked = Readonly<Record<string, string | undefined>>;

export type RehearsalView = {
  policies: { id: string; name: string }[];
  /** Null where there is no policy to rehearse. */
  chosen: {
    id: string;
    /** Key of the type of document. */
    type: string;
    candidates: Candidate[];
    /** Keys of those that stand above and below. */
    before: string;
    after: string;
    /** Key of one more that stands small below both; null for none. */
    third: string | null;
    /** Versions of other policies for the same documents that are in force. */
    others: PolicyVersion[];
    /** The draft that the version below may become, when its thresholds are moved; null where it may not, since the reader writes none or it would replace another. */
    takesOver: { revision: number } | null;
  } | null;
  /** What can be rehearsed on, and what is. */
  sources: { key: Source; name: string }[];
  source: Source;
  days: Days;
  /** People as they are today, and not as they were. */
  asToday: boolean;
  /** Minutes that a decision takes, and hours a month that everybody has for deciding. */
  minutes: MinutesOf;
  capacity: HoursOf;
  now: string;
};

/** How long a decision takes where nobody says otherwise (common practice: a third of an hour, with looking it up). */
export const USUAL_MINUTES = 20;

/** How many hours a month everybody has for deciding where nobody says otherwise (common practice: half a day a week). */
export const USUAL_HOURS = 16;

/** A whole number from 1 to the most, as an address says it. */
function within(said: string | undefined, most: number): number | null {
  const value = Number(said);
  return said && Number.isInteger(value) && value >= 1 && value <= most ? value : null;
}

/** How an address begins to say minutes of one level and hours of one person; their ids follow. */
export const AT_LEVEL = "minutes.";
export const OF_PERSON = "hours.";

function singlesIn(asked: Asked, begins: string, most: number): Record<string, number> {
  return Object.fromEntries(
    Object.entries(asked).flatMap(([key, said]) => {
      const value = key.startsWith(begins) ? within(said, most) : null;
      return value === null ? [] : [[key.slice(begins.length), value]];
    }),
  );
}

/** What a page of rehearsal is opened with: which policy, which two of its versions, which days, and how people are counted. */
export function rehearsalView(app: App, reader: Person, asked: Asked): RehearsalView {
  const now = app.clock.now();
  const { directory } = readReferenceData(app);
  const today = dayIn(now, directory.organisation.timeZone);
  const policies = policyNames(app);
  const id =
    policies.find((one) => one.id === asked.policy)?.id ??
    defaultOf(
      app,
      policiesFor(
        app,
        asked.history,
        policies.map((one) => one.id),
      ),
      asked.history !== undefined && asked.history !== OWN,
    );
  const chosen = id === null ? null : chosenOf(app, reader, id, versionsAsked(asked, id));
  const on = sourcesOf(app, chosen?.type ?? "", asked, today);
  return {
    policies,
    chosen,
    ...on,
    // Of what happened elsewhere, or before people were entered, nobody knows who was there.
    asToday: on.isKept && asked.people ? asked.people === "today" : on.source !== OWN,
    minutes: { usual: within(asked.minutes, 480) ?? USUAL_MINUTES, byLevel: singlesIn(asked, AT_LEVEL, 480) },
    capacity: { usual: within(asked.capacity, 160) ?? USUAL_HOURS, byPerson: singlesIn(asked, OF_PERSON, 160) },
    now,
  };
}

/** What can be rehearsed on, which of it is, and on which days: those that were asked for, unless they were asked for of something else. */
function sourcesOf(app: App, type: string, asked: Asked, today: string) {
  const files = historiesOf(app).flatMap(({ id, name, types: { [type]: part } }) => (part ? [{ id, name, part }] : []));
  const hasOwn = app.db.prepare("SELECT 1 FROM document WHERE type = ? AND submitted_at IS NOT NULL LIMIT 1").get(type);
  const sources = [
    { key: OWN, name: "Bandeira’s own" },
    ...files.map(({ id, name }) => ({ key: id, name })),
    ...(files.length > 0 ? [{ key: EVERYTHING, name: "all of these" }] : []),
  ];
  const usual = hasOwn || files.length === 0 ? OWN : files[0]!.id;
  const source = sources.find(({ key }) => key === asked.history)?.key ?? usual;
  const isKept = asked.on === undefined || asked.on === source;
  const yesterday = addDays(today, -1);
  const lastYear = { from: addDays(today, -365), until: yesterday };
  const firsts = files.map(({ part }) => part.from);
  const usualDays =
    source === OWN
      ? lastYear
      : (files.find(({ id }) => id === source)?.part ?? {
          from: [lastYear.from, ...firsts].toSorted()[0]!,
          until: yesterday,
        });
  return {
    sources,
    source,
    isKept,
    days: (isKept ? daysAsked(asked) : null) ?? { from: usualDays.from, until: usualDays.until },
  };
}

/** Policies for the types of documents that a history has; all of them where none is asked for, or there is no policy for it. */
function policiesFor(app: App, history: string | undefined, ids: readonly string[]): readonly string[] {
  const file = historiesOf(app).find(({ id }) => id === history);
  if (!file) return ids;
  const typeOf = new Map(readReferenceData(app).versions.map(({ policy }) => [policy.id, policy.documentType]));
  const fit = ids.filter((id) => file.types[typeOf.get(id) ?? ""]);
  return fit.length > 0 ? fit : ids;
}

/** One that is in force and has a draft, since that is what somebody is about to change; else, and for a history, the one under which most was sent. */
function defaultOf(app: App, ids: readonly string[], isOfHistory: boolean): string | null {
  const inForceNow = inForce(readReferenceData(app), app.clock.now()).map(({ policy }) => policy.id);
  const counts = app.db
    .prepare("SELECT policy FROM document WHERE policy IS NOT NULL GROUP BY policy ORDER BY COUNT(*) DESC")
    .pluck()
    .all() as string[];
  const drafts = isOfHistory ? [] : inForceNow.filter((id) => readDraft(app, id));
  const known = [...drafts, ...counts, ...inForceNow];
  return known.find((id) => ids.includes(id) && inForceNow.includes(id)) ?? ids[0] ?? null;
}

/** The days that the address says; null where it has no two in order. */
function daysAsked({ from = "", until = "" }: Asked): Days | null {
  return isDay(from) && isDay(until) && from <= until ? { from, until } : null;
}

/** Which versions an address asks for; none where it chose them of another policy. */
function versionsAsked({ of, before, after, third }: Asked, id: string): Asked {
  return of === undefined || of === id ? { before, after, third } : {};
}

function chosenOf(app: App, reader: Person, id: string, asked: Asked) {
  const now = app.clock.now();
  const own = versionsOf(app, id);
  const draft = readDraft(app, id);
  const candidates: Candidate[] = [
    ...(draft ? [{ key: "draft", name: "Draft", state: "Draft" as const, policy: draft.policy }] : []),
    ...own.toReversed().map((version) => ({
      key: String(version.version),
      name: `Version ${version.version}`,
      state: versionState(version, own, now),
      policy: version.policy,
    })),
    NONE,
  ];
  const has = (key: string | undefined) => candidates.some((one) => one.key === key);
  const current = candidates.find(({ state }) => state === "In force");
  // Against what is in force, what somebody is about to change; without a draft the same, whose thresholds can be moved.
  const next = candidates.find(({ key }) => key === "draft") ?? current ?? candidates[0]!;
  const type = candidates[0]!.policy!.documentType;
  const before = has(asked.before) ? asked.before! : (current ?? NONE).key;
  const wanted = has(asked.after) ? asked.after! : next.key;
  // One of the two has to be a policy.
  const after = wanted === NONE.key && before === NONE.key ? next.key : wanted;
  return {
    id,
    type,
    candidates,
    before,
    after,
    third: candidates.find(({ key }) => key === asked.third)?.key ?? null,
    others: othersInForce(app, { id, documentType: type }),
    takesOver:
      authorise(reader, "policies.write") === null && (after === "draft" || !draft)
        ? { revision: draft?.revision ?? 0 }
        : null,
  };
}
