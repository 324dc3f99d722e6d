import { Codes, type Column } from "../codes";
import type { Money } from "../money";
import type { Threshold } from "../policy";

/** The thresholds under which a document went, as they were when it was sent. */
export type Rule = {
  documentType: string;
  policy: string;
  section: string;
  currency: string;
  thresholds: readonly Threshold[];
  /** What is compared is of each document alone, so that what several come to together is their sum. */
  adds: boolean;
};

/** What is known of a document that was sent. */
export type DocumentRow = {
  id: string;
  type: string;
  /** When it was sent, milliseconds since 1970 in UTC. */
  at: number;
  requester: string;
  unit: string;
  /** Supplier or customer; empty where there is none. */
  party: string;
  /** The rule it went under, with what that rule compared: minor units of its currency; null where it was measured by none. */
  rule: Rule | null;
  compared: number | null;
  /** The number by which its party calls it; empty where there is none. */
  theirNumber: string;
  /** The day that stands on it, ISO date. */
  day: string;
  gross: Money;
  /** SHA-256 of each receipt on it. */
  receipts: readonly string[];
  /** Neither declined nor withdrawn, nor replaced by another of its type, as an order by its change. */
  live: boolean;
};

/** When somebody was not at work: between 22 and 6 o'clock where they are, or on a day on which nobody works there. */
export const REST = { none: 0, night: 1, dayOff: 2 } as const;
export type Rest = (typeof REST)[keyof typeof REST];

export type DecisionRow = {
  /** Row of its document. */
  document: number;
  policy: string;
  level: string;
  person: string;
  /** Who could have decided there, by themselves or with others. */
  pool: readonly string[];
  /** When they were asked, when they last opened it before they decided (null where that is not known) and when they decided: milliseconds since 1970 in UTC. */
  asked: number;
  opened: number | null;
  at: number;
  /** Declined, or sent back. */
  refused: boolean;
  rest: Rest;
};

/** Documents as columns, by the row in which they came. */
export type Documents = {
  count: number;
  ids: readonly string[];
  type: Column<string>;
  at: Float64Array;
  /** Codes of people. */
  requester: Int32Array;
  unit: Column<string>;
  party: Column<string>;
  rule: Column<Rule>;
  /** NaN where nothing was compared. */
  compared: Float64Array;
  theirNumber: readonly string[];
  /** Days since 1970. */
  day: Int32Array;
  gross: Float64Array;
  currency: Column<string>;
  /** 1 where it was neither declined, withdrawn nor replaced. */
  live: Uint8Array;
  /** Each receipt with the row of its document. */
  receipts: { document: Int32Array; hash: Column<string> };
};

export type Level = { policy: string; level: string };

export type Decisions = {
  count: number;
  document: Int32Array;
  level: Column<Level>;
  /** Codes of people. */
  person: Int32Array;
  pool: Column<readonly number[]>;
  asked: Float64Array;
  /** NaN where it is not known. */
  opened: Float64Array;
  at: Float64Array;
  refused: Uint8Array;
  rest: Uint8Array;
};

/** Acts about a document besides deciding on it. */
export type Act = {
  /** Row of its document. */
  document: number;
  person: string;
  at: number;
} & (
  | { kind: "release"; /** Code of the hold. */ hold: string }
  | { kind: "receive" | "pay" }
  | { kind: "route again" | "skip step" }
);

/** A level that ended since nobody answered in time. */
export type Lapse = { document: number; policy: string; level: string; at: number; asked: readonly string[] };

/**
 * Something done to the account of a party: opened, or its bank account changed.
 * @property checked whether somebody asked the party back
 * @property document row of the document by which it was asked for; null where there is none
 */
export type AccountAct = {
  party: string;
  kind: "opened" | "bank";
  person: string;
  at: number;
  checked: boolean;
  document: number | null;
};

/** Somebody acts for somebody from a moment on. @property until null where it never ends */
export type StandInRow = { person: string; standIn: string; from: number; until: number | null };

/** Somebody's limit, or what a customer may owe, with every amount it was put to, in minor units of its currency. */
export type LimitRow = {
  holder: { kind: "person" | "party"; id: string };
  documentType: string;
  currency: string;
  limit: number;
  amounts: readonly number[];
};

/** What is little beside the documents, as rows. */
export type Beside = {
  acts: readonly Act[];
  lapses: readonly Lapse[];
  accounts: readonly AccountAct[];
  standIns: readonly StandInRow[];
  limits: readonly LimitRow[];
};

export const NOTHING_BESIDE: Beside = { acts: [], lapses: [], accounts: [], standIns: [], limits: [] };

/** What people did in a stretch of time, in the form in which all questions look at it. */
export type Activity = {
  /** Milliseconds since 1970 in UTC; `until` is not of it. */
  from: number;
  until: number;
  people: readonly string[];
  documents: Documents;
  decisions: Decisions;
  beside: Beside;
  /** For each party who else is behind it: parties of one bank account or address have one number. By the codes of `documents.party`. */
  behind: Int32Array;
};

/** Takes rows one by one, so that a million of them never stand in memory as objects. */
export class ActivityBuilder {
  private readonly people = new Codes<string>();
  private readonly ids: string[] = [];
  private readonly numbers: string[] = [];
  private readonly floats = columns("at", "compared", "day", "gross", "live");
  private readonly coded = codes("type", "unit", "party", "currency");
  private readonly rule = new CodedColumn<Rule>(JSON.stringify);
  private readonly requester: number[] = [];
  private readonly receipt = new CodedColumn<string>();
  private readonly receiptOf: number[] = [];
  private readonly decided = columns("document", "person", "asked", "opened", "at", "refused", "rest");
  private readonly level = new CodedColumn<Level>(({ policy, level }) => `${policy} ${level}`);
  private readonly pool = new CodedColumn<readonly number[]>(String);

  /** @returns the row of the document */
  document(row: DocumentRow): number {
    const place = this.ids.push(row.id) - 1;
    this.numbers.push(row.theirNumber);
    this.requester.push(this.people.of(row.requester));
    const { floats, coded } = this;
    floats.at.push(row.at);
    floats.compared.push(row.rule && row.compared !== null ? row.compared : NaN);
    floats.day.push(Date.parse(row.day) / 86_400_000);
    floats.gross.push(row.gross.minor);
    floats.live.push(row.live ? 1 : 0);
    coded.type.push(row.type);
    coded.unit.push(row.unit);
    coded.party.push(row.party === "" ? null : row.party);
    coded.currency.push(row.gross.currency);
    this.rule.push(row.rule);
    for (const hash of row.receipts) {
      this.receiptOf.push(place);
      this.receipt.push(hash);
    }
    return place;
  }

  decision(row: DecisionRow): void {
    const { decided } = this;
    decided.document.push(row.document);
    decided.person.push(this.people.of(row.person));
    this.level.push({ policy: row.policy, level: row.level });
    this.pool.push(row.pool.map((person) => this.people.of(person)).sort((a, b) => a - b));
    decided.asked.push(row.asked);
    decided.opened.push(row.opened ?? NaN);
    decided.at.push(row.at);
    decided.refused.push(row.refused ? 1 : 0);
    decided.rest.push(row.rest);
  }

  /** @param behind parties that share a bank account or an address, each such group with all of its parties */
  build({ from, until, behind, beside }: Whole): Activity {
    const { floats, coded, decided } = this;
    for (const person of peopleOf(beside)) this.people.of(person);
    const party = coded.party.column();
    return {
      from,
      until,
      people: this.people.values,
      documents: {
        count: this.ids.length,
        ids: this.ids,
        type: coded.type.column(),
        at: Float64Array.from(floats.at),
        requester: Int32Array.from(this.requester),
        unit: coded.unit.column(),
        party,
        rule: this.rule.column(),
        compared: Float64Array.from(floats.compared),
        theirNumber: this.numbers,
        day: Int32Array.from(floats.day),
        gross: Float64Array.from(floats.gross),
        currency: coded.currency.column(),
        live: Uint8Array.from(floats.live),
        receipts: { document: Int32Array.from(this.receiptOf), hash: this.receipt.column() },
      },
      decisions: {
        count: decided.at.length,
        document: Int32Array.from(decided.document),
        level: this.level.column(),
        person: Int32Array.from(decided.person),
        pool: this.pool.column(),
        asked: Float64Array.from(decided.asked),
        opened: Float64Array.from(decided.opened),
        at: Float64Array.from(decided.at),
        refused: Uint8Array.from(decided.refused),
        rest: Uint8Array.from(decided.rest),
      },
      beside,
      behind: groupsOf(party.values, behind),
    };
  }
}

type Whole = Pick<Activity, "from" | "until" | "beside"> & { behind: readonly (readonly string[])[] };

function peopleOf({ acts, lapses, accounts, standIns, limits }: Beside): string[] {
  return [
    ...[...acts, ...accounts].map(({ person }) => person),
    ...lapses.flatMap(({ asked }) => asked),
    ...standIns.flatMap(({ person, standIn }) => [person, standIn]),
    ...limits.flatMap(({ holder }) => (holder.kind === "person" ? [holder.id] : [])),
  ];
}

class CodedColumn<T> {
  private readonly known: Codes<T>;
  private readonly rows: number[] = [];

  constructor(keyOf?: (value: T) => unknown) {
    this.known = new Codes<T>(keyOf);
  }

  push(value: T | null): void {
    this.rows.push(value === null ? -1 : this.known.of(value));
  }

  column(): Column<T> {
    return { codes: Int32Array.from(this.rows), values: this.known.values };
  }
}

function columns<K extends string>(...keys: K[]): Record<K, number[]> {
  return Object.fromEntries(keys.map((key) => [key, []])) as unknown as Record<K, number[]>;
}

function codes<K extends string>(...keys: K[]): Record<K, CodedColumn<string>> {
  return Object.fromEntries(keys.map((key) => [key, new CodedColumn<string>()])) as Record<K, CodedColumn<string>>;
}

/** A number for each party: that of the first of its group, its own where nobody else is behind it. Groups that share a party are one. */
function groupsOf(parties: readonly string[], groups: readonly (readonly string[])[]): Int32Array {
  const code = new Map(parties.map((party, index) => [party, index]));
  const first = Int32Array.from(parties, (_, index) => index);
  const find = (index: number): number => (first[index] === index ? index : (first[index] = find(first[index]!)));
  for (const group of groups) {
    const known = group.flatMap((party) => code.get(party) ?? []);
    for (const other of known.slice(1)) {
      const [a, b] = [find(known[0]!), find(other)];
      first[Math.max(a, b)] = Math.min(a, b);
    }
  }
  return first.map((_, index) => find(index));
}
