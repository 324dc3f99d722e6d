import { dayIn } from "@/core/calendar";
import { countOf, sayDate } from "@/core/text";
import {
  ENOUGH_ANSWERS,
  type Estimate,
  type Group,
  type Prediction,
  type Simulated,
  type Timing,
} from "@/core/time-to-decision";
import { sayDays } from "@/core/words";
import { sayNumber } from "../format";
import { Table } from "../tables";
import { Figure, RowName, bandOrder, days, nameOf } from "./time-figures";
import type { TimesProps } from "./times-props";

/** Documents of fewer than so many say little of how long others take. */
const FEW = 20;

/** What was foretold of the last days out of those before them, and what came. */
export function HowWell({
  prediction,
  timing,
  noun,
  zone,
}: {
  prediction: Prediction;
  timing: Timing;
  noun: TimesProps["noun"];
  zone: string;
}) {
  const { all, groups, from, beside } = prediction;
  const versionOf = (group: Group) =>
    timing.versions.find(({ policy, version }) => policy.id === group.policy && version === group.version);
  const name = (group: Group) => {
    const found = versionOf(group);
    return found ? `${nameOf(group, [found.policy])} (version ${group.version})` : group.section;
  };
  const order = (a: Group, b: Group) =>
    a.version - b.version ||
    bandOrder(timing.versions.filter(({ version }) => version === a.version).map(({ policy }) => policy))(a, b);
  const many = groups.filter(({ documents }) => documents >= FEW);
  const isWithin = ({ low, high }: Estimate, was: number) => low <= was && was <= high;
  const hits = many.flatMap(({ median, ninth, was }) => [isWithin(median, was.median), isWithin(ninth, was.ninth)]);
  return (
    <details>
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">How well this foretells</summary>
      <p className="text-sm">
        The {noun.many} sent since {sayDate(dayIn(from, zone))}, foretold out of what had been answered by then: half
        within {sayDays(all.median.mean)}, and it was {days(all.was.median)}; nine of ten within{" "}
        {sayDays(all.ninth.mean)}, and it was {days(all.was.ninth)}.{" "}
        {many.length > 0
          ? `In bands with ${FEW} or more, ${hits.filter(Boolean).length} of ${hits.length} figures lie in the range that was foretold.`
          : `No band has ${FEW} of them, so that little can be said by band.`}
      </p>
      <Table
        label="What was foretold, and what came"
        small
        heads={[
          { label: "Band" },
          { label: "How many", right: true },
          { label: "Half within, days", right: true },
          { label: "It was", right: true },
          { label: "Nine of ten", right: true },
          { label: "It was", right: true, key: "ninth" },
        ]}
      >
        {[
          { ...all, name: `All ${noun.many}` },
          ...groups.toSorted(order).map((one) => ({ ...one, name: name(one) })),
        ].map((one) => (
          <tr key={one.name}>
            <RowName>{one.name}</RowName>
            <td className="text-right">{sayNumber(one.documents)}</td>
            <Figure of={one.median} say={days} />
            <td className="text-right font-semibold">{days(one.was.median)}</td>
            <Figure of={one.ninth} say={days} />
            <td className="text-right font-semibold">{days(one.was.ninth)}</td>
          </tr>
        ))}
      </Table>
      <p className="text-sm text-soft">
        Compared are those that went straight from being sent to the last decision; {countOf(beside, "other")} of these
        days came back, were changed, held or withdrawn, or {beside === 1 ? "is" : "are"} not decided yet.
      </p>
    </details>
  );
}

const FROM = {
  own: "their own",
  everybody: "everybody’s, as theirs are too few",
  usual: "none: a working day on average is taken",
} as const;

/** Whose answers the times rest on, and what a history cannot tell. */
export function RestsOn({
  people,
  directory,
  timing,
  capacity,
}: Pick<TimesProps, "directory" | "capacity"> & { people: Simulated["people"]; timing: Timing }) {
  const hours = (minutes: number) =>
    (minutes / 60).toLocaleString("en-GB", { minimumFractionDigits: 1, maximumFractionDigits: 1 });
  return (
    <details>
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">
        What this rests on, and what it cannot tell
      </summary>
      <Table
        label="Answers on which times rest"
        small
        most="20rem"
        heads={[
          { label: "Who" },
          { label: "Answers", right: true },
          { label: "Half within, working hours", right: true },
          { label: "Times taken" },
        ]}
      >
        {people
          .toSorted((a, b) => b.answers - a.answers || a.person.localeCompare(b.person))
          .map(({ person, answers, median, from }) => (
            <tr key={person}>
              <RowName>{directory.person(person)?.name ?? person}</RowName>
              <td className="text-right">{sayNumber(answers)}</td>
              <td className="text-right">{hours(median)}</td>
              <td>{FROM[from]}</td>
            </tr>
          ))}
      </Table>
      <ul className="mt-2 list-disc pl-5 text-sm text-soft">
        <li>
          {countOf(timing.answers.length, "answer")} of these days. Times are a person’s own from {ENOUGH_ANSWERS}{" "}
          answers on, in their own working hours without absences, by the hour at which they were asked.
        </li>
        <li>
          Everybody has {capacity.usual} hours a month
          {Object.keys(capacity.byPerson).length > 0 && ", unless said otherwise"}, or as many as the most that they
          have decided in a week needs. What other documents take of their time is in their answers alone.
        </li>
        <li>
          Where one of several is enough, only who answered first is known, and each is taken to answer as often as the
          others.
        </li>
        <li>
          Nothing is declined or sent back by people, and what is held is not waited for. New people answer like
          everybody.
        </li>
        <li>Whoever stands in for somebody who is away later on is taken to be allowed to.</li>
        <li>A range holds what nine of ten runs gave. It does not know of what never happened in these days.</li>
      </ul>
    </details>
  );
}
