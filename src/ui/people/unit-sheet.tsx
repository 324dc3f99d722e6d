import NextLink from "next/link";
import { sayDate } from "@/core/text";
import { SectionTitle } from "../primitives";
import { PersonLink, StateMark, Vacant, type State } from "./state";
import { UnitActions } from "./unit-actions";

type Link = { id: string; name: string };
export type Row = Link & { title: string; manager: Link | null; state: State };
export type Unit = Link & {
  parent: Link | null;
  head: Link | null;
  states: { from: string; name: string; head: string; later: boolean }[];
  positions: { id: string; name: string; heads: boolean; holder: Link | null; before: string }[];
  below: (Link & { head: Link | null })[];
  people: Row[];
};

/** One unit: who heads it and did before, its positions, and everybody who sits in it. */
export function UnitSheet({ unit, units, mayWrite }: { unit: Unit; units: Link[]; mayWrite: boolean }) {
  return (
    <section aria-labelledby="unit" className="min-w-0 px-4 py-5 md:px-7">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 id="unit" className="text-[23px] leading-tight font-semibold">
            {unit.name}
          </h2>
          <p className="mt-1 text-soft">
            {unit.parent ? `In ${unit.parent.name}` : "At the top"}.{" "}
            {unit.head ? (
              <>
                Headed by <PersonLink person={unit.head} />.
              </>
            ) : (
              <Vacant what="Nobody heads it: levels that ask its head hold what they get" />
            )}
          </p>
        </div>
        {mayWrite && <UnitActions unit={unit} units={units} />}
      </div>
      {unit.states.length > 1 && (
        <ul className="mt-3 text-sm text-soft">
          {unit.states.map((state) => (
            <li key={state.from}>
              {state.later ? "From" : "Since"} {sayDate(state.from)}: {state.name}, head {state.head}
              {state.later && ", set already"}
            </li>
          ))}
        </ul>
      )}
      {unit.positions.length > 0 && (
        <div className="mt-6">
          <SectionTitle>Positions</SectionTitle>
          <ul className="border-t border-rule">
            {unit.positions.map((position) => (
              <li key={position.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule/70 py-1.5">
                <span className="font-medium">{position.name}</span>
                {position.holder ? <PersonLink person={position.holder} /> : <Vacant />}
                {position.heads && <span className="text-sm text-soft">heads the unit</span>}
                {position.before && <span className="text-sm text-soft">{position.before}</span>}
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="mt-6">
        <SectionTitle>{unit.people.length === 0 ? "Nobody sits here" : "People"}</SectionTitle>
        {unit.people.length > 0 && (
          <ul className="border-t border-rule">
            {unit.people.map((person) => (
              <li
                key={person.id}
                className="grid gap-x-4 border-b border-rule/70 py-1.5 sm:grid-cols-[14rem_13rem_minmax(0,1fr)]"
              >
                <span className="font-medium">
                  <PersonLink person={person} />
                </span>
                <span className="text-soft">{person.title}</span>
                <span className="text-sm text-soft">
                  {person.state.kind === "present" ? (
                    person.manager && `reports to ${person.manager.name}`
                  ) : (
                    <StateMark state={person.state} />
                  )}
                </span>
              </li>
            ))}
          </ul>
        )}
      </div>
      {unit.below.length > 0 && (
        <div className="mt-6">
          <SectionTitle>Units below</SectionTitle>
          <ul className="border-t border-rule">
            {unit.below.map((below) => (
              <li
                key={below.id}
                className="grid gap-x-4 border-b border-rule/70 py-1.5 sm:grid-cols-[14rem_minmax(0,1fr)]"
              >
                <NextLink href={`/people?unit=${below.id}`}>{below.name}</NextLink>
                {below.head ? <PersonLink person={below.head} /> : <Vacant what="No head" />}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
