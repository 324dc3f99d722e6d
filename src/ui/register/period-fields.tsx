import { DateInput } from "../date-input";

/** The first and the last day of a period, in an address. */
export function PeriodFields({ from, until }: { from: string; until: string }) {
  const ends = [
    { name: "from", label: "From", day: from },
    { name: "until", label: "until", day: until },
  ];
  return ends.map(({ name, label, day }) => (
    <div key={name}>
      <label htmlFor={`day-${name}`} className="block text-sm text-soft">
        {label}
      </label>
      <DateInput id={`day-${name}`} name={name} defaultValue={day} className="w-40!" />
    </div>
  ));
}
