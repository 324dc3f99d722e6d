import type { Directory } from "@/core/people";
import { hoursFor, type HoursOf, type RehearsalAnswer, type Scale } from "@/core/rehearsal";
import { Table } from "../tables";

const FIRST = 10;

/** Hours of either version a month for everybody who would decide, against how many they have. */
export function Hours({
  answer,
  scale,
  capacity,
  directory,
  names,
}: {
  answer: RehearsalAnswer;
  scale: Scale;
  /** Hours a month. */
  capacity: HoursOf;
  directory: Directory;
  names: readonly [before: string, after: string];
}) {
  const hours = (figures: RehearsalAnswer["before"], person: string) =>
    ((figures.byPerson.get(person)?.minutes ?? 0) / 60) * scale.month;
  const people = [...new Set([...answer.before.byPerson.keys(), ...answer.after.byPerson.keys()])]
    .map((person) => ({
      person,
      was: hours(answer.before, person),
      is: hours(answer.after, person),
      has: hoursFor(capacity, person),
    }))
    .sort((a, b) => Math.max(b.was, b.is) - Math.max(a.was, a.is) || a.person.localeCompare(b.person));
  if (people.length === 0) return null;
  const longest = Math.max(...people.map(({ was, is, has }) => Math.max(was, is, has))) * 1.05;
  const rows = (some: typeof people) => (
    <Table
      label="Hours a month of those who decide"
      small
      heads={[
        { label: "Who" },
        { label: names[0], right: true },
        { label: names[1], right: true },
        { label: "As a picture", hidden: true },
      ]}
    >
      {some.map(({ person, was, is, has }) => (
        <tr key={person}>
          <th scope="row" className="py-1 pr-3 text-left font-normal">
            {directory.person(person)?.name ?? person}
            {is > has && <span className="block text-xs text-held">more than they have</span>}
            {has !== capacity.usual && <span className="block text-xs text-soft">has {has}</span>}
          </th>
          <td className="text-right">{was.toFixed(1)}</td>
          <td className="text-right font-semibold">{is.toFixed(1)}</td>
          <td className="w-20">
            <span className="relative block h-5" aria-hidden="true">
              <Strip share={was / longest} className="top-0.5 bg-tide/60" />
              <Strip share={is / longest} className={`top-3 ${is > has ? "bg-held" : "bg-harbour"}`} />
              <span className="absolute inset-y-0 w-0.5 bg-ink" style={{ left: `${(has / longest) * 100}%` }} />
            </span>
          </td>
        </tr>
      ))}
    </Table>
  );
  const rest = people.slice(FIRST);
  return (
    <section aria-labelledby="hours">
      <h2 id="hours" className="font-sans text-sm font-semibold">
        Hours a month, of {capacity.usual} that each has
      </h2>
      {rows(people.slice(0, FIRST))}
      {rest.length > 0 && (
        <details>
          <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">
            {rest.length} more, with fewer hours
          </summary>
          {rows(rest)}
        </details>
      )}
    </section>
  );
}

function Strip({ share, className }: { share: number; className: string }) {
  return <span className={`absolute left-0 h-1.5 ${className}`} style={{ width: `${share * 100}%` }} />;
}
