import type { AccountEvent, AccountFields } from "@/server/ledger/events";
import { checkDigits, sayAccount } from "@/core/payments";
import { idFrom } from "@/core/ids";
import type { Random } from "./random";

// Made-up names of trades and places nobody has been to.
const FIRST = [
  "Alvor",
  "Brejal",
  "Carvalhosa",
  "Dornelas",
  "Escarpa",
  "Fajã",
  "Garajau",
  "Hortelã",
  "Ilhéu",
  "Juncal",
  "Kessvik",
  "Lagartixa",
  "Maresol",
  "Nordhavel",
  "Ondarreta",
  "Penedal",
  "Quebra-Mar",
  "Rocamar",
  "Salgadinha",
  "Tunvik",
  "Urzelar",
  "Vagamundo",
  "Wenholt",
  "Zambujal",
];
const TRADES = [
  "Chandlers",
  "Electrics",
  "Paints",
  "Timber",
  "Hydraulics",
  "Laundry",
  "Signs",
  "Batteries",
  "Cranes",
  "Tyres",
  "Welding",
  "Insulation",
  "Uniforms",
  "Pilots",
  "Towage",
  "Waste",
  "Freezers",
  "Locks",
];
const GOODS = [
  "Fisheries",
  "Cement",
  "Dairy",
  "Wines",
  "Furniture",
  "Vehicles",
  "Flowers",
  "Feeds",
  "Steel",
  "Glass",
  "Tiles",
  "Papers",
  "Cheese",
  "Salt",
  "Preserves",
];
export const CUSTOMER_GROUPS = ["Building trade", "Food", "Fisheries", "Retail", "Vehicles"] as const;

/** Suppliers whom the orders of the demo name; the rest are made up beside them. */
export const ORDERED_FROM = [
  "Northrigg Cordage",
  "Halyard & Moss",
  "Cabedelo Fenders",
  "Brennvik Marine Power",
  "Tidewell Engines",
  "Oficina Arrais",
  "Estaleiro Vale d’Onda",
  "Skarnes Dock",
  "Combustíveis Lombar",
  "Sundra Bunkers",
  "Salgueiral Produce",
  "Torrefação Cabo Tordo",
  "Lumenta Systems",
  "Corvina Software",
  "Papelaria Farol",
  "Gravura Print House",
  "Mergulho Azul-Fundo",
  "Vigia Inspections",
  "Doce Maresia Catering",
];

function names(random: Random, second: readonly string[], count: number, taken: Set<string>): string[] {
  const made: string[] = [];
  while (made.length < count) {
    const name = `${random.pick(FIRST)} ${random.pick(second)}`;
    if (taken.has(name)) continue;
    taken.add(name);
    made.push(name);
  }
  return made;
}

/** An account number that no bank has: XX is nobody's country, and the check digits fit. */
export function madeUpAccount(random: Random): string {
  // One number is drawn and not used: what else is drawn by the same seed stays what it was.
  random.int(10, 99);
  const number = [1, 2, 3, 4].map(() => random.int(1000, 9999)).join("");
  return sayAccount(`XX${checkDigits("XX", number)}${number}`);
}

/** No two suppliers live in one house: who shares an address is looked into. One number is drawn and not used, as above. */
function houseOf(random: Random, index: number): number {
  random.int(1, 90);
  return index + 2;
}

export type Founded = { id: string; event: AccountEvent };

/** About 140 suppliers; every third has an own limit, the smallest of 750. */
export function suppliers(random: Random): Founded[] {
  const taken = new Set(ORDERED_FROM);
  return [...ORDERED_FROM, ...names(random, TRADES, 140 - ORDERED_FROM.length, taken)].map((name, index) => {
    const id = idFrom(name);
    const limit =
      name === "Papelaria Farol" ? 75_000 : index % 3 === 1 ? random.pick([500_000, 1_000_000, 2_500_000]) : null;
    const fields: AccountFields = {
      name,
      taxNumber: `XX${random.int(100_000_000, 999_999_999)}`,
      address: `${houseOf(random, index)} Cais ${random.pick(FIRST)}`,
      email: `invoices@${id}.example`,
      bankAccount: madeUpAccount(random),
      paymentTerms: random.pick(["14 days", "30 days", "45 days"]),
      limit: limit === null ? null : { minor: limit, currency: "EUR" },
    };
    return {
      id,
      event: {
        type: "account entered",
        data: { id, kind: "supplier", name, status: "open", currency: "EUR", group: "", fields, askedBy: null },
      },
    };
  });
}

/** Two suppliers are paid into one bank account. @param names of both */
export function paidTogether<T extends Founded>(all: readonly T[], [one, other]: readonly [string, string]): T[] {
  const accountOf = ({ event }: T) => (event.type === "account entered" ? event.data.fields.bankAccount : undefined);
  const named = (name: string) => (each: T) => each.event.type === "account entered" && each.event.data.name === name;
  const bankAccount = accountOf(all.find(named(one))!);
  return all.map((each) =>
    named(other)(each) && each.event.type === "account entered"
      ? {
          ...each,
          event: { ...each.event, data: { ...each.event.data, fields: { ...each.event.data.fields, bankAccount } } },
        }
      : each,
  );
}

export type Customer = Founded & { limit: number };

/** Ninety freight customers with limits, terms and groups. */
export function customers(random: Random): Customer[] {
  return names(random, GOODS, 90, new Set()).map((name, index) => {
    const id = idFrom(name);
    const limit = Math.round(random.logNormal(24_000, 0.8) / 500) * 500 * 100;
    const fields: AccountFields = {
      limit: { minor: limit, currency: "EUR" },
      paymentTerms: random.pick(["14 days", "30 days", "60 days"]),
      insuredAmount: { minor: Math.round(limit * 0.8), currency: "EUR" },
      bankAccount: madeUpAccount(random),
      invoiceAddress: `${random.int(1, 90)} Rua ${random.pick(FIRST)}`,
      phone: `+000 ${random.int(200, 299)} ${random.int(100_000, 999_999)}`,
      email: `accounts@${id}.example`,
    };
    const group = CUSTOMER_GROUPS[index % CUSTOMER_GROUPS.length]!;
    return {
      id,
      limit,
      event: {
        type: "account entered",
        data: { id, kind: "customer", name, status: "open", currency: "EUR", group, fields, askedBy: null },
      },
    };
  });
}

/** What a customer owes on a day: most within the limit, some late, a few over it. */
export function balancesOf({ limit }: Customer, random: Random, today: string): AccountEvent {
  const use = random.chance(0.05) ? 1.02 + random.next() * 0.2 : random.next() * 0.85;
  const late = random.chance(0.2);
  const count = random.int(1, 5);
  const receivables = Array.from({ length: count }, (_, index) => ({
    number: `R-${random.int(10_000, 99_999)}`,
    minor: Math.max(1_000, Math.round((limit * use) / count)),
    due: shift(today, late && index === 0 ? -random.int(4, 70) : random.int(2, 50)),
  }));
  return { type: "balances read", data: { receivables, source: "demo" } };
}

export function shift(date: string, days: number): string {
  return new Date(Date.parse(date) + days * 86_400_000).toISOString().slice(0, 10);
}
