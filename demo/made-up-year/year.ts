import {
  ActivityBuilder,
  NOTHING_BESIDE,
  REST,
  type Activity,
  type Beside,
  type DecisionRow,
  type DocumentRow,
  type Rule,
} from "@/core/lookout";
import { seeded, type Random } from "../random";

/*
 * A year in which nothing is behind anything, made without the commands of the application so that hundreds of them are made in a minute: what people do honestly, with all that makes honest work
 * look odd. People differ in how fast they decide, how often they work late and how often they say no; they enter documents in sittings, on the days and in the months on which there is work; some
 * suppliers charge the same each month with numbers that follow each other; prices are round, or end in 99.
 */

export const YEAR = { from: Date.UTC(2025, 2, 10), until: Date.UTC(2026, 2, 10) };
const DAY = 86_400_000;
const HOUR = 3_600_000;

/** How large an organisation is made. */
export type Size = { documents: number; requesters: number; parties: number; units: number; approvers: number };
export const MIDDLE: Size = { documents: 4_000, requesters: 40, parties: 90, units: 8, approvers: 16 };
export const SMALL: Size = { documents: 900, requesters: 14, parties: 30, units: 3, approvers: 6 };

/** Documents of a made-up year that are not in their columns yet, so that something can be planted among them. */
export type MadeUp = {
  random: Random;
  size: Size;
  documents: DocumentRow[];
  /** Of each document, in its order, by whom it was decided. */
  decide(row: DocumentRow): Omit<DecisionRow, "document">[];
  beside: Beside;
  behind: string[][];
};

const ORDERS: Rule = {
  documentType: "order",
  policy: "orders",
  section: "everything else",
  currency: "EUR",
  adds: true,
  thresholds: [
    { amount: 100_000, exact: "below" },
    { amount: 500_000, exact: "above" },
    { amount: 2_000_000, exact: "above" },
  ],
};
const INVOICES: Rule = {
  documentType: "invoice",
  policy: "invoices",
  section: "everything",
  currency: "EUR",
  adds: true,
  thresholds: [
    { amount: 200_000, exact: "above" },
    { amount: 1_000_000, exact: "below" },
  ],
};
const CLAIMS: Rule = {
  ...INVOICES,
  documentType: "claim",
  policy: "claims",
  thresholds: [{ amount: 20_000, exact: "above" }],
};

type Party = { name: string; median: number; spread: number; monthly: number | null; next: number; prefix: string };
type Requester = { name: string; unit: string; weight: number; parties: Party[] };
type Approver = { name: string; speed: number; late: number; no: number };

/** @param seed the same gives the same year */
export function madeUpYear(seed: number, size: Size = MIDDLE): MadeUp {
  const random = seeded(seed);
  const parties = Array.from({ length: size.parties }, (_, index) => partyOf(index, random));
  const requesters = Array.from({ length: size.requesters }, (_, index): Requester => ({
    name: `requester ${index}`,
    unit: `unit ${index % size.units}`,
    weight: random.logNormal(1, 0.8),
    parties: Array.from({ length: random.int(4, 12) }, () => random.pick(parties)),
  }));
  const approvers = Array.from({ length: size.approvers }, (_, index): Approver => ({
    name: `approver ${index}`,
    // Nobody reads more than about twice as fast as others.
    speed: 0.6 + 0.4 * random.logNormal(1, 0.5),
    late: 0.01 * random.logNormal(1, 0.8),
    no: Math.min(0.3, 0.04 * random.logNormal(1, 0.6)),
  }));
  const documents = [...entered(random, size, requesters), ...charged(random, parties)];
  documents.sort((a, b) => a.at - b.at);
  return { random, size, documents, decide: decidedBy(random, approvers), beside: NOTHING_BESIDE, behind: [] };
}

/** The same as the questions look at it. */
export function activityOfYear({ documents, decide, beside, behind }: MadeUp): Activity {
  const builder = new ActivityBuilder();
  for (const row of documents) {
    const document = builder.document(row);
    for (const decision of decide(row)) builder.decision({ ...decision, document });
  }
  return builder.build({ ...YEAR, beside, behind });
}

function partyOf(index: number, random: Random): Party {
  return {
    name: `party ${index}`,
    median: random.logNormal(90_000, 1),
    spread: 0.5 + random.next(),
    monthly: random.chance(0.15) ? Math.round(random.logNormal(60_000, 1)) : null,
    next: random.int(100, 4_000),
    prefix: random.pick(["FT-2025-", "R", "", "INV/", "2025."]),
  };
}

/** Orders, invoices and claims that people enter, several in a sitting. */
function entered(random: Random, { documents: wanted }: Size, requesters: readonly Requester[]): DocumentRow[] {
  const total = requesters.reduce((sum, { weight }) => sum + weight, 0);
  const documents: DocumentRow[] = [];
  while (documents.length < wanted) {
    let place = random.next() * total;
    const requester = requesters.find(({ weight }) => (place -= weight) < 0) ?? requesters[0]!;
    let at = momentOf(random);
    for (let left = random.chance(0.12) ? random.int(2, 5) : 1; left > 0; left -= 1) {
      documents.push(documentOf(random, documents.length, requester, at));
      at += random.int(2, 25) * 60_000;
    }
  }
  return documents;
}

/** A moment of a working day; less is done in August and between the years, more at the end of a quarter. */
export function momentOf(random: Random): number {
  for (;;) {
    const day = YEAR.from + random.int(0, 364) * DAY;
    const date = new Date(day);
    if (date.getUTCDay() % 6 === 0) continue;
    const busy = date.getUTCMonth() === 7 ? 0.4 : date.getUTCMonth() % 3 === 2 ? 1 : 0.8;
    if (!random.chance(busy)) continue;
    return day + 8 * HOUR + random.int(0, 9 * 60) * 60_000 + random.int(0, 59_999);
  }
}

function documentOf(random: Random, index: number, { name, unit, parties }: Requester, at: number): DocumentRow {
  const kind = random.next();
  const party = random.pick(parties);
  if (kind < 0.25) {
    const amount = amountOf(random, 4_500, 0.9);
    return rowOf(`claim-${index}`, CLAIMS, {
      at,
      requester: name,
      unit,
      party: "",
      theirNumber: "",
      amount,
      receipts: [random.uuid()],
    });
  }
  const amount = amountOf(random, party.median, party.spread);
  if (kind < 0.6)
    return rowOf(`order-${index}`, ORDERS, {
      at,
      requester: name,
      unit,
      party: party.name,
      theirNumber: "",
      amount,
      receipts: [],
    });
  return rowOf(`invoice-${index}`, INVOICES, {
    at,
    requester: name,
    unit,
    party: party.name,
    theirNumber: nextNumber(random, party),
    amount,
    receipts: [],
  });
}

/** The numbers of a party follow each other, with those between that went to others. */
function nextNumber(random: Random, party: Party): string {
  party.next += random.int(1, 9);
  return `${party.prefix}${String(party.next).padStart(5, "0")}`;
}

/** What some suppliers charge each month: the same, on about the same day. */
function charged(random: Random, parties: readonly Party[]): DocumentRow[] {
  return parties.flatMap((party, index) =>
    party.monthly === null
      ? []
      : Array.from({ length: 12 }, (_, month) => {
          const at = YEAR.from + (month * 30 + random.int(0, 3)) * DAY + 10 * HOUR;
          return rowOf(`monthly-${index}-${month}`, INVOICES, {
            at,
            requester: "clerk",
            unit: "unit 0",
            party: party.name,
            theirNumber: nextNumber(random, party),
            amount: party.monthly!,
            receipts: [],
          });
        }),
  );
}

/** Some amounts are whole tens or hundreds, some end in 99. */
export function amountOf(random: Random, median: number, spread: number): number {
  const plain = Math.max(100, Math.round(random.logNormal(median, spread)));
  const how = random.next();
  if (how < 0.1) return Math.max(1_000, Math.round(plain / 1_000) * 1_000);
  if (how < 0.13) return Math.max(10_000, Math.round(plain / 10_000) * 10_000);
  if (how < 0.18) return Math.ceil(plain / 100) * 100 - 1;
  return plain;
}

type Rest = Pick<DocumentRow, "at" | "requester" | "unit" | "party" | "theirNumber" | "receipts"> & { amount: number };

/** An order, invoice or claim under the rules of the made-up year. */
export function rowOf(id: string, rule: Rule, { amount, ...rest }: Rest): DocumentRow {
  const day = new Date(rest.at).toISOString().slice(0, 10);
  return {
    id,
    type: rule.documentType,
    ...rest,
    rule,
    compared: amount,
    day,
    gross: { minor: amount, currency: "EUR" },
    live: true,
  };
}

export const RULES = { ORDERS, INVOICES, CLAIMS };

/** Each unit has three of whom any decides; from the second threshold on two of all who decide together. */
function decidedBy(random: Random, approvers: readonly Approver[]): MadeUp["decide"] {
  const byName = new Map(approvers.map((one) => [one.name, one]));
  const names = approvers.map(({ name }) => name);
  const board = names.slice(0, 5);
  return ({ at, unit, rule, compared }) => {
    if (compared! < rule!.thresholds[0]!.amount) return [];
    const first = (Number(unit.split(" ")[1]) * 3) % names.length;
    const pool = [0, 1, 2].map((step) => names[(first + step) % names.length]!);
    const one = random.pick(pool);
    const decisions = [
      decision(random, byName.get(one)!, { policy: rule!.policy, level: `head of ${unit}`, pool, asked: at }),
    ];
    if (rule!.thresholds[1] && compared! >= rule!.thresholds[1].amount && !decisions[0]!.refused) {
      const second = random.pick(board);
      const third = random.pick(board.filter((name) => name !== second));
      for (const name of [second, third])
        decisions.push(
          decision(random, byName.get(name)!, {
            policy: rule!.policy,
            level: "board",
            pool: board,
            asked: decisions[0]!.at,
          }),
        );
    }
    return decisions;
  };
}

type AskedFor = Pick<DecisionRow, "policy" | "level" | "pool" | "asked">;

export function decision(
  random: Random,
  { name, speed, late, no }: Approver,
  asked: AskedFor,
): Omit<DecisionRow, "document"> {
  const opened = asked.asked + random.logNormal(3 * HOUR, 1.2);
  const at = opened + 1_000 * random.logNormal(45 * speed, 0.9);
  return {
    ...asked,
    person: name,
    opened,
    at,
    refused: random.chance(no),
    rest: random.chance(late) ? REST.night : REST.none,
  };
}
