import { PersonLink, StateMark, type State } from "./state";

type Near = { id: string; name: string; title: string; state: State };

/** The reporting line through a person: who is above, up to the top, and who reports to them. */
export function ReportingLine({ up, name, down }: { up: Near[]; name: string; down: Near[] }) {
  const shown = down.slice(0, 14);
  return (
    <div>
      <ol className="flex flex-col" aria-label="Up the reporting line">
        {up.toReversed().map((person) => (
          <li key={person.id} className="border-l-2 border-rule pb-1.5 pl-3">
            <PersonLink person={person} /> <span className="text-sm text-soft">{person.title}</span>{" "}
            <StateMark state={person.state} />
          </li>
        ))}
        <li className="border-l-2 border-signal py-0.5 pl-3 font-semibold">
          {name}
          {up.length === 0 && <span className="font-normal text-soft"> reports to nobody</span>}
        </li>
      </ol>
      {down.length > 0 && (
        <ul aria-label="Report to them" className="ml-4 border-l border-rule pt-1.5">
          {shown.map((person) => (
            <li key={person.id} className="py-0.5 pl-3">
              <PersonLink person={person} /> <span className="text-sm text-soft">{person.title}</span>{" "}
              <StateMark state={person.state} />
            </li>
          ))}
          {down.length > shown.length && (
            <li className="py-0.5 pl-3 text-soft">and {down.length - shown.length} more</li>
          )}
        </ul>
      )}
    </div>
  );
}
