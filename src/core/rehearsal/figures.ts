import type { Classes } from "./classes";
import type { Column } from "../codes";
import type { Columns } from "./columns";
import { loadOf, type Load, type MinutesOf, type Work } from "./load";
import type { Replayed } from "./replay";

/** Documents, what they come to in minor units of the policy's currency, and the work they ask for. */
export type Tally = Work & { documents: number; value: number };

/** What replaying came to, in figures. Keys are ids; a person's part is not whole where several are asked and one is enough. */
export type Figures = {
  all: Tally;
  /** Approved by nobody since the band asks for nobody, by one level, by two and so on; documents that are held are in none. */
  byApprovals: ReadonlyMap<number, Tally>;
  /** By policy, section and band. */
  byBand: readonly (Tally & { policy: string; section: string; band: number })[];
  byLevel: readonly (Tally & { policy: string; section: string; level: string })[];
  byPerson: ReadonlyMap<string, Work>;
  byUnit: ReadonlyMap<string, Tally>;
  /** By whose they are. */
  byRequester: ReadonlyMap<string, Tally>;
  /** By the month of the day that counts, 2026-03. */
  byMonth: ReadonlyMap<string, Tally>;
  /** Documents that nobody can decide or that cannot be measured, by the code of the reason. */
  held: ReadonlyMap<string, Tally>;
};

const empty = (): Tally => ({ documents: 0, value: 0, approvals: 0, minutes: 0 });

function add(to: Tally, { documents, value }: Pick<Tally, "documents" | "value">, { approvals, minutes }: Work): void {
  to.documents += documents;
  to.value += value;
  to.approvals += documents * approvals;
  to.minutes += documents * minutes;
}

/** Sums kept by a key, in the order in which they were met. */
class Tallies<K> {
  readonly all = new Map<K, Tally>();

  add(key: K, counted: Pick<Tally, "documents" | "value">, work: Work): void {
    let tally = this.all.get(key);
    if (!tally) this.all.set(key, (tally = empty()));
    add(tally, counted, work);
  }
}

/** How many documents came to each outcome, and their value. An amount that is not known adds nothing. */
export function counted({ of, size }: Classes, compared: Float64Array): Pick<Tally, "documents" | "value">[] {
  const documents = new Float64Array(size);
  const value = new Float64Array(size);
  for (let index = 0; index < of.length; index += 1) {
    const code = of[index]!;
    documents[code]! += 1;
    const amount = compared[index]!;
    if (amount === amount) value[code]! += amount;
  }
  return Array.from({ length: size }, (_, code) => ({ documents: documents[code]!, value: value[code]! }));
}

/** Everything that can be counted of what was replayed. */
export function figuresOf(columns: Columns, replayed: Replayed, minutes: MinutesOf): Figures {
  const { outcomes, of, compared } = replayed;
  const loads = outcomes.map((outcome) => loadOf(outcome, minutes));
  const classes = { of, size: outcomes.length };
  const sums = counted(classes, compared);
  const all = empty();
  const byApprovals = new Tallies<number>();
  const byBand = new Tallies<string>();
  const byLevel = new Tallies<string>();
  const held = new Tallies<string>();
  const byPerson = new Map<string, Work>();
  outcomes.forEach((outcome, code) => {
    const sum = sums[code]!;
    const load = loads[code]!;
    add(all, sum, load);
    if (outcome.outcome === "held") held.add(outcome.holds[0]?.why ?? "", sum, load);
    else byApprovals.add(load.levels.length, sum, load);
    const { policy, section, band } = outcome;
    if (section !== null) byBand.add(JSON.stringify([policy, section, band]), sum, load);
    for (const one of load.levels) byLevel.add(JSON.stringify([policy, section, one.level]), sum, one);
    for (const [person, work] of load.people) {
      const before = byPerson.get(person) ?? { approvals: 0, minutes: 0 };
      byPerson.set(person, {
        approvals: before.approvals + sum.documents * work.approvals,
        minutes: before.minutes + sum.documents * work.minutes,
      });
    }
  });
  const who = (code: number) => columns.who.values[code]!;
  const by = (column: Column<unknown>, keyOf: (value: number) => string) => byColumn(replayed, column, keyOf, loads);
  return {
    all,
    byApprovals: byApprovals.all,
    byBand: [...byBand.all].map(([key, tally]) => {
      const [policy, section, band] = JSON.parse(key) as [string, string, number];
      return { policy, section, band, ...tally };
    }),
    byLevel: [...byLevel.all].map(([key, tally]) => {
      const [policy, section, level] = JSON.parse(key) as [string, string, string];
      return { policy, section, level, ...tally };
    }),
    byPerson,
    byUnit: by(columns.who, (code) => who(code).unit),
    byRequester: by(columns.who, (code) => who(code).onBehalfOf ?? who(code).requester),
    byMonth: by(columns.day, (code) => columns.day.values[code]!.slice(0, 7)),
    held: held.all,
  };
}

/** Sums by something that each document has. */
function byColumn(
  { of, compared }: Replayed,
  { codes, values }: Column<unknown>,
  keyOf: (value: number) => string,
  loads: readonly Load[],
): ReadonlyMap<string, Tally> {
  const keys = values.map((_, code) => keyOf(code));
  const distinct = [...new Set(keys)];
  const to = Int32Array.from(keys, (key) => distinct.indexOf(key));
  const approvals = Float64Array.from(loads, (load) => load.approvals);
  const minutes = Float64Array.from(loads, (load) => load.minutes);
  const sums = distinct.map(empty);
  for (let index = 0; index < of.length; index += 1) {
    const sum = sums[to[codes[index]!]!]!;
    const outcome = of[index]!;
    const amount = compared[index]!;
    sum.documents += 1;
    if (amount === amount) sum.value += amount;
    sum.approvals += approvals[outcome]!;
    sum.minutes += minutes[outcome]!;
  }
  return new Map(distinct.map((key, place) => [key, sums[place]!]));
}
