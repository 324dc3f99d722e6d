import { addDays, dayIn, daysBetween } from "@/core/calendar";
import { typeWords } from "@/core/documents";
import type { Person } from "@/core/people";
import { inForceAt, type Policy } from "@/core/policy";
import type { Differs } from "@/core/rehearsal";
import { refusedFor, type Result } from "@/core/refusal";
import { countOf, sayDate } from "@/core/text";
import { refused, rehearsalNames, sayAskedOtherwise } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { OWN } from "../histories/store";
import { alongsideOf, type Alongside } from "../policies/alongside";
import { versionNumbered, versionsOf } from "../policies/command";
import { readReferenceData } from "../reference-data";
import type { Label } from "./material";
import { putNow, rehearsedWith, type RehearsedRequest } from "./run";
import { USUAL_HOURS, USUAL_MINUTES } from "./view";

/** A document that the version would have treated otherwise. */
export type AlongsideLine = Label & {
  id: string;
  /** ISO day on which it was sent. */
  day: string;
  minor: number | null;
  /** What would have been asked otherwise, a sentence each. */
  said: string[];
};

/** What a version that runs alongside would have done so far. */
export type AlongsideView = Alongside & {
  name: string;
  documentType: string;
  currency: string;
  said: string;
  /** By week, the latest first: the Monday, how many would have gone another way, and by how many approvals. */
  weeks: { monday: string; differing: number; approvals: number; held: number }[];
  /** The latest first. */
  lines: AlongsideLine[];
};

/** What a version that runs alongside would have done with every document since it began, against the versions that were in force then. */
export function alongsideView(app: App, reader: Person, policy: string, version: number): Result<AlongsideView> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return refusedFor(refusal);
  const found = versionNumbered(app, policy, version);
  const running = alongsideOf(app, policy, version);
  if (!found.ok) return found;
  if (!running) return refused("version runs alongside no more", { version });
  const own = found.value.policy;
  const { directory, versions } = readReferenceData(app);
  const zone = directory.organisation.timeZone;
  const until = running.until ?? dayIn(app.clock.now(), zone);
  const lines: (AlongsideLine & Pick<Differs, "before" | "after">)[] = [];
  let documents = 0;
  for (const stretch of stretchesOf(app, policy, running.from, until)) {
    const request = requestOf(stretch, own);
    const put = putNow(app, reader, request);
    if (!put.ok) return put;
    const { answer, labels } = rehearsedWith(put.value, request);
    documents += answer.documents;
    const policies = [own, ...(stretch.policy ? [stretch.policy] : []), ...versions.map((one) => one.policy)];
    const names = rehearsalNames(policies, (person) => directory.person(person)?.name ?? person);
    for (const one of answer.differs) {
      const { at } = put.value.material.documents[one.index]!;
      const { before, after, id, minor } = one;
      const said = sayAskedOtherwise(one.difference, names);
      lines.push({ ...labels[one.index]!, id, minor, day: dayIn(at, zone), said, before, after });
    }
  }
  const { name } = typeWords(own.documentType);
  const plain = lines.map(({ before: _, after: __, ...line }) => line);
  return {
    ok: true,
    value: {
      ...running,
      name: own.name,
      documentType: own.documentType,
      currency: own.currency,
      said: `Of ${countOf(documents, name.one, name.many)} since ${sayDate(running.from)}, ${countOf(lines.length, name.one, name.many)} would have gone another way.`,
      weeks: weeksOf(lines, running.from, until),
      lines: plain.toSorted((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : a.id < b.id ? 1 : -1)),
    },
  };
}

type Stretch = { from: string; until: string; policy: Policy | null };

/** Days by which version was in force on them, at noon. */
function stretchesOf(app: App, policy: string, from: string, until: string): Stretch[] {
  const versions = versionsOf(app, policy);
  const stretches: Stretch[] = [];
  for (let day = from; day <= until; day = addDays(day, 1)) {
    const found = inForceAt(versions, `${day}T12:00:00.000Z`)?.policy ?? null;
    const last = stretches.at(-1);
    if (last && last.policy === found) last.until = day;
    else stretches.push({ from: day, until: day, policy: found });
  }
  return stretches;
}

function requestOf({ from, until, policy }: Stretch, after: Policy): RehearsedRequest {
  return {
    before: { name: "", policy },
    after: { name: "", policy: after },
    from,
    until,
    history: OWN,
    asToday: false,
    takesUnknown: false,
    minutes: USUAL_MINUTES,
    capacity: USUAL_HOURS,
  };
}

const MONDAY = "2024-01-01";
const mondayOf = (day: string) => addDays(day, -(((daysBetween(MONDAY, day) % 7) + 7) % 7));

/** Every week of the days, also one in which nothing would have been otherwise. */
function weeksOf(
  lines: readonly (Pick<AlongsideLine, "day"> & Pick<Differs, "before" | "after">)[],
  from: string,
  until: string,
): AlongsideView["weeks"] {
  const weeks = new Map<string, AlongsideView["weeks"][number]>();
  for (let monday = mondayOf(until); monday >= mondayOf(from); monday = addDays(monday, -7))
    weeks.set(monday, { monday, differing: 0, approvals: 0, held: 0 });
  const asked = ({ levels }: Differs["before"]) => levels.reduce((sum, { needed }) => sum + needed, 0);
  for (const { day, before, after } of lines) {
    const week = weeks.get(mondayOf(day))!;
    week.differing += 1;
    week.approvals += asked(after) - asked(before);
    week.held += after.outcome === "held" && before.outcome !== "held" ? 1 : 0;
  }
  return [...weeks.values()];
}
