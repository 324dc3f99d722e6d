import type { Metadata } from "next";
import Link from "next/link";
import { daysBetween } from "@/core/calendar";
import type { Policy } from "@/core/policy";
import { authorise } from "@/server/access/authorise";
import { singles, visitFor } from "@/server/http/page";
import { keptMaterial, keptRehearsal, type Kept } from "@/server/rehearsal/kept";
import { keptLines } from "@/server/rehearsal/kept-view";
import { AT_LEVEL, OF_PERSON, rehearsalView, USUAL_HOURS, USUAL_MINUTES } from "@/server/rehearsal/view";
import { Empty } from "@/ui/primitives";
import { Choices } from "@/ui/rehearsal/choices";
import { KeptList } from "@/ui/rehearsal/kept-list";
import { Singles } from "@/ui/rehearsal/singles";
import { Rehearsal, type RehearsalProps } from "@/ui/rehearsal/rehearsal";

export const metadata: Metadata = { title: "Rehearsal" };

type Props = { searchParams: Promise<Record<string, string | undefined>> };
type Visit = Awaited<ReturnType<typeof visitFor>>;

export default async function RehearsalPage({ searchParams }: Props) {
  const visit = await visitFor("policies.read");
  const given = singles(await searchParams);
  const kept = given.kept ? keptRehearsal(visit.app, given.kept) : null;
  return (
    <div className="flex flex-1 flex-col">
      <header className="px-4 pt-4 pb-2 md:px-6">
        <h1 className="text-2xl font-semibold">Rehearsal</h1>
        <p className="text-soft">
          What a version would have done with documents of the past, before it does anything. On{" "}
          <Link href="/rehearsal/histories">imported histories</Link> as well. Or have a version{" "}
          <Link href="/rehearsal/alongside">run alongside</Link> what is in force.
        </p>
      </header>
      {given.kept ? <AsKept visit={visit} kept={kept} given={given} /> : <Now visit={visit} given={given} />}
    </div>
  );
}

type Given = RehearsalProps["given"];

/** What people are called now; addresses are nobody's business here. */
function organisationOf({ directory: { organisation } }: Visit): RehearsalProps["organisation"] {
  return { ...organisation, people: organisation.people.map((one) => ({ ...one, email: "" })) };
}

/** As an address says them. */
function under(begins: string, singles: Readonly<Record<string, number>>): Record<string, number> {
  return Object.fromEntries(Object.entries(singles).map(([key, value]) => [begins + key, value]));
}

/** Levels that somebody decides at, each once. */
function levelsOf(policies: readonly (Policy | null)[]): { key: string; name: string }[] {
  const levels = policies.flatMap((one) => one?.sections ?? []).flatMap((section) => section.levels);
  const deciding = levels.filter(({ kind }) => kind === "approval" || kind === "task");
  return [...new Map(deciding.map(({ id, name }) => [id, { key: id, name }])).values()];
}

function approversOf({ directory: { organisation } }: Visit): { key: string; name: string }[] {
  const approvers = organisation.people.filter(({ roles }) => roles.includes("approver"));
  return approvers.map(({ id, name }) => ({ key: id, name })).toSorted((a, b) => a.name.localeCompare(b.name));
}

/** Versions that are chosen, over documents as they are now. */
function Now({ visit, given }: { visit: Visit; given: Given }) {
  const { app, person } = visit;
  const view = rehearsalView(app, person, given);
  const { policies, chosen, sources, source, days, asToday, minutes, capacity, now } = view;
  if (!chosen)
    return (
      <div className="px-4 md:px-6">
        <Empty>
          No policy yet. <Link href="/policies">Write one first</Link>, and come back to try it on what was sent.
        </Empty>
      </div>
    );
  const find = (key: string) => chosen.candidates.find((one) => one.key === key)!;
  const called = ({ name, state }: { name: string; state: string | null }) =>
    state === null || state === "Draft" ? name : `${name}, ${state.toLowerCase()}`;
  const side = (key: string) => {
    const one = find(key);
    return { name: called(one), short: one.policy ? one.name.replace(" ", "\u00a0") : "Without", policy: one.policy };
  };
  const lines = keptLines(app, chosen.id);
  const mayKeep = authorise(person, "rehearsals.keep") === null;
  return (
    <>
      <Choices
        policies={policies.map(({ id, name }) => ({ key: id, name }))}
        policy={chosen.id}
        candidates={chosen.candidates.map((one) => ({ key: one.key, name: called(one) }))}
        before={chosen.before}
        after={chosen.after}
        third={chosen.third}
        sources={sources}
        source={source}
        days={days}
        asToday={asToday}
        takesUnknown={given.unknown === "not-met"}
        minutes={minutes}
        capacity={capacity}
        rest={{ ...under(AT_LEVEL, minutes.byLevel), ...under(OF_PERSON, capacity.byPerson) }}
        usual={{ minutes: USUAL_MINUTES, capacity: USUAL_HOURS }}
      />
      <details
        className="-mt-3 px-4 pb-2 md:px-6"
        open={Object.keys({ ...minutes.byLevel, ...capacity.byPerson }).length > 0}
      >
        <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">
          Minutes of single levels, hours of single people
        </summary>
        <div className="flex flex-wrap gap-x-8 gap-y-3 pt-1">
          <Singles
            label="Minutes a decision at one level"
            choosing="Choose a level"
            choices={levelsOf([find(chosen.after).policy, find(chosen.before).policy])}
            unit="minutes"
            most={480}
            set={minutes.byLevel}
            begins={AT_LEVEL}
            given={given}
          />
          <Singles
            label="Hours a month of one person"
            choosing="Choose a person"
            choices={approversOf(visit)}
            unit="hours"
            most={160}
            set={capacity.byPerson}
            begins={OF_PERSON}
            given={given}
          />
        </div>
      </details>
      {lines.length > 0 && (
        <details className="px-4 pb-3 md:px-6">
          <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">
            Kept rehearsals ({lines.length})
          </summary>
          <KeptList lines={lines} mayDelete={mayKeep} />
        </details>
      )}
      <Rehearsal
        key={[chosen.id, chosen.before, chosen.after, source, days.from, days.until, asToday, given.unknown].join()}
        policy={chosen.id}
        before={side(chosen.before)}
        after={side(chosen.after)}
        third={chosen.third === null ? null : { ...side(chosen.third), key: chosen.third, afterKey: chosen.after }}
        others={chosen.others}
        organisation={organisationOf(visit)}
        source={source}
        from={days.from}
        until={days.until}
        days={daysBetween(days.from, days.until) + 1}
        today={asToday ? now : null}
        takesUnknown={given.unknown === "not-met"}
        minutes={minutes}
        capacity={capacity}
        section={given.section ?? ""}
        given={given}
        takesOver={chosen.takesOver}
        kept={null}
        mayKeep={mayKeep}
      />
    </>
  );
}

/** A rehearsal that was kept: the same versions, documents, people and rates as then. */
function AsKept({ visit, kept, given }: { visit: Visit; kept: Kept | null; given: Given }) {
  const { app, person } = visit;
  const put = kept && keptMaterial(app, person, kept.id);
  const line = kept && keptLines(app, kept.policy).find(({ id }) => id === kept.id);
  if (!kept || !line)
    return (
      <div className="px-4 md:px-6">
        <Empty>
          There is no such rehearsal, or it has been deleted. <Link href="/rehearsal">Rehearse anew</Link>.
        </Empty>
      </div>
    );
  const { before, after, from, until, history, asToday, takesUnknown } = kept.rehearsed;
  const { minutes, capacity, minutesAt = {}, hoursOf = {} } = kept.rehearsed;
  return (
    <>
      <div className="px-4 pb-3 md:px-6">
        <p>
          <span className="font-semibold">“{line.name}”</span>, kept by {line.by} on {line.when}
          {line.version !== null && `, of version ${line.version}`}. {line.said}
        </p>
        <p className="text-sm text-soft">
          {put?.ok
            ? "With the versions, documents, people and rates of then, so that it gives the same again."
            : "What it was put to has been deleted with its history; what came of it stays."}{" "}
          <Link href={`/rehearsal?policy=${kept.policy}&from=${from}&until=${until}`}>Rehearse anew</Link>
        </p>
      </div>
      {put?.ok && (
        <Rehearsal
          key={kept.id}
          policy={kept.policy}
          before={{ ...before, short: before.policy ? "Above" : "Without" }}
          after={{ ...after, short: after.policy ? "Below" : "Without" }}
          third={null}
          others={[...put.value.others]}
          organisation={organisationOf(visit)}
          source={history}
          from={from}
          until={until}
          days={daysBetween(from, until) + 1}
          today={asToday ? put.value.at : null}
          takesUnknown={takesUnknown}
          minutes={{ usual: minutes, byLevel: minutesAt }}
          capacity={{ usual: capacity, byPerson: hoursOf }}
          section={given.section ?? ""}
          given={given}
          takesOver={null}
          kept={kept.id}
          mayKeep={false}
        />
      )}
    </>
  );
}
