import type { Metadata } from "next";
import Link from "next/link";
import { daysBetween } from "@/core/calendar";
import { singles, visitFor } from "@/server/http/page";
import { rehearsalView, USUAL_HOURS, USUAL_MINUTES } from "@/server/rehearsal/view";
import { Empty } from "@/ui/primitives";
import { Choices } from "@/ui/rehearsal/choices";
import { Rehearsal } from "@/ui/rehearsal/rehearsal";

export const metadata: Metadata = { title: "Rehearsal" };

type Props = { searchParams: Promise<Record<string, string | undefined>> };

export default async function RehearsalPage({ searchParams }: Props) {
  const { app, person, directory } = await visitFor("policies.read");
  const given = singles(await searchParams);
  const { policies, chosen, sources, source, days, asToday, minutes, capacity, now } = rehearsalView(
    app,
    person,
    given,
  );
  const { organisation } = directory;
  const find = (key: string) => chosen!.candidates.find((one) => one.key === key)!;
  const called = ({ name, state }: { name: string; state: string | null }) =>
    state === null || state === "Draft" ? name : `${name}, ${state.toLowerCase()}`;
  const side = (key: string) => {
    const one = find(key);
    return { name: called(one), short: one.policy ? one.name.replace(" ", "\u00a0") : "Without", policy: one.policy };
  };
  return (
    <div className="flex flex-1 flex-col">
      <header className="px-4 pt-4 pb-2 md:px-6">
        <h1 className="text-2xl font-semibold">Rehearsal</h1>
        <p className="text-soft">
          What a version would have done with documents of the past, before it does anything. On{" "}
          <Link href="/rehearsal/histories">imported histories</Link> as well.
        </p>
      </header>
      {!chosen ? (
        <div className="px-4 md:px-6">
          <Empty>
            No policy yet. <Link href="/policies">Write one first</Link>, and come back to try it on what was sent.
          </Empty>
        </div>
      ) : (
        <>
          <Choices
            policies={policies.map(({ id, name }) => ({ key: id, name }))}
            policy={chosen.id}
            candidates={chosen.candidates.map((one) => ({ key: one.key, name: called(one) }))}
            before={chosen.before}
            after={chosen.after}
            sources={sources}
            source={source}
            days={days}
            asToday={asToday}
            takesUnknown={given.unknown === "not-met"}
            minutes={minutes}
            capacity={capacity}
            usual={{ minutes: USUAL_MINUTES, capacity: USUAL_HOURS }}
          />
          <Rehearsal
            key={[chosen.id, chosen.before, chosen.after, source, days.from, days.until, asToday, given.unknown].join()}
            policy={chosen.id}
            before={side(chosen.before)}
            after={side(chosen.after)}
            others={chosen.others}
            organisation={{ ...organisation, people: organisation.people.map((one) => ({ ...one, email: "" })) }}
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
          />
        </>
      )}
    </div>
  );
}
