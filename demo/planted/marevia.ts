/** What lies in the history of Marévia Lines for a controller or an auditor to find. */
import { HOUR, DAY, type Push } from "../moments";
import type { DemoBuilder } from "../builder";
import { looseInvoice } from "../documents";
import { submitAndFollow } from "../simulate-approvals";
import { changeBankDetails, ownSupplier, type Deciding, type Opened } from "./accounts";
import { plantDuplicates } from "./duplicates";
import { evenly, orderOf, type Span } from "./orders";
import { splitOrders, type Splitter } from "./splits";
import { decidesFor, decidesOnParty, type Company } from "./usual-company";

/** The approver who has never looked: every decision of theirs comes four seconds after the request. */
export const QUICK = "amadeu-lobato";
export const QUICK_MS = 4_000;

/** Two suppliers that are paid into one bank account. */
export const ONE_ACCOUNT = ["Mergulho Azul-Fundo", "Vigia Inspections"] as const;

/** A supplier that one person opened, sends invoices of and approves others of. */
const OWN_SUPPLIER = "Azenha Consulting";
const OPENER = "leonel-viegas";

/** Whose orders are always decided by the same one of three. */
const ASKER = "caetano-moura";
export const COMPANIES: readonly Company[] = [
  decidesFor("technical-committee", ASKER, "petra-zimbral"),
  decidesOnParty("purchasing", OWN_SUPPLIER, OPENER),
];

const order = { currency: "EUR", costCentre: "CC-34" } as const;
/** They divide what is dear into orders that each stay under 5,000; the last between two suppliers. */
const SPLITTERS: readonly Splitter[] = [
  {
    ...order,
    id: "gil-varandas",
    unit: "porto-savel",
    title: "Crane ropes and sheaves",
    suppliers: ["Northrigg Cordage"],
    category: "deck",
    taxPercent: "23",
    price: [452_000, 498_500],
  },
  {
    ...order,
    id: "sancho-merlo",
    unit: "on-board-retail",
    title: "Shop stock, season",
    suppliers: ["Salgueiral Produce"],
    category: "catering",
    taxPercent: "23",
    price: [452_000, 498_500],
  },
  {
    ...order,
    id: "felicia-moita",
    unit: "cabo-tordo",
    title: "Fenders looked at under water",
    suppliers: ONE_ACCOUNT,
    category: "services",
    taxPercent: "23",
    price: [310_000, 470_000],
  },
];

const DECIDES: Deciding = [
  ["leonel-viegas", "purchasing", DAY / 12],
  ["rosalind-amado", "treasurer", DAY],
];
const account = { unit: "finance", currency: "EUR" } as const;

/** Two suppliers have had other bank details for a few days; their invoices ask for more care now, and one that was approved before is paid two days after. */
const change = {
  ...account,
  by: "albertina-fragoso",
  note: "Letter of their bank, with the last three statements.",
  comment: "Called back on the number we had.",
  decides: DECIDES,
} as const;
const BANK_CHANGES = [
  {
    ...change,
    at: "2026-02-24T10:20:00.000Z",
    supplier: "cabedelo-fenders",
    supplierName: "Cabedelo Fenders",
    to: "XX22 7002 1145 9930 2218",
  },
  {
    ...change,
    at: "2026-02-26T15:05:00.000Z",
    supplier: "skarnes-dock",
    supplierName: "Skarnes Dock",
    to: "XX46 6610 0420 7719 3301",
  },
];

/** @param orders how many orders the history has: who divides does so more often in a larger one, and never so seldom that nobody could tell */
export function plant(make: DemoBuilder, span: Span, orders: number): void {
  plantDuplicates(make, span, 7);
  splitOrders(make, SPLITTERS, span, Math.max(6, Math.round(orders / 330)));
  changeBankDetails(make, BANK_CHANGES, span.push);
  payAfterChange(make, span.push);
  consulting(make, span.push);
  engineOrders(make, span);
}

/** Sent a fortnight before the change, approved by then, and due so that the Friday after it pays them. */
function payAfterChange(make: DemoBuilder, push: Push): void {
  const send = () => {
    const date = make.clock.now().slice(0, 10);
    const invoice = looseInvoice(make.random, date, ["Cabedelo Fenders"]);
    submitAndFollow(make, { ...invoice, dueDate: "2026-03-02", discountDate: null, discountPercent: null }, push);
  };
  for (const at of ["2026-02-10T09:40:00.000Z", "2026-02-11T14:10:00.000Z"]) push({ at: Date.parse(at), run: send });
}

function consulting(make: DemoBuilder, push: Push): void {
  const opened = {
    ...account,
    at: "2025-05-12T09:30:00.000Z",
    by: OPENER,
    name: OWN_SUPPLIER,
    address: "3 Largo da Azenha",
    taxNumber: "XX509914620",
    seed: 31,
    paper: "Bank letter",
    decides: [
      ["ivo-sampaio", "purchasing", 2 * HOUR],
      ["rosalind-amado", "treasurer", 5 * HOUR],
    ],
  } satisfies Opened;
  const invoice = (date: string) => looseInvoice(make.random, date, [OWN_SUPPLIER]);
  ownSupplier(make, opened, ["tamsin-roque", "vicente-lourosa", "tamsin-roque"], invoice, push);
}

/** Parts of engines that somebody at sea orders, so that the technical committee is asked. */
function engineOrders(make: DemoBuilder, span: Span): void {
  const { random } = make;
  evenly(make, span, 16, () => {
    const price = random.int(215_000, 900_000);
    return (date) =>
      orderOf({
        title: random.pick(["Winch motor, overhaul", "Bow thruster seals", "Capstan bearings"]),
        requester: ASKER,
        unit: "fleet",
        supplier: random.pick(["Tidewell Engines", "Oficina Arrais"]),
        currency: "EUR",
        date,
        description: "Parts and work",
        category: "engine",
        costCentre: "CC-21",
        taxPercent: "23",
        price,
      });
  });
}
