/** What lies in the history of the observatory to be found. */
import { madeUpAccount } from "../accounts";
import type { PurchaseOrder } from "@/core/documents";
import type { DemoBuilder } from "../builder";
import { DAY, HOUR, type Push } from "../moments";
import { changeBankDetails, ownSupplier, type Deciding, type Opened } from "../planted/accounts";
import { plantDuplicates } from "../planted/duplicates";
import { evenly, orderOf, type Span } from "../planted/orders";
import { splitOrders, type Splitter } from "../planted/splits";
import { decidesOnParty, together, type Company } from "../planted/usual-company";
import { seeded, type Random } from "../random";
import { submitAndFollow } from "../simulate-approvals";
import { invoiceOf } from "./documents";

/** Approves four seconds after being asked, and says nothing. */
export const QUICK = "eleuterio-maulen";
export const QUICK_MS = 4_000;

/** Two suppliers that are paid into one bank account. */
export const ONE_ACCOUNT = ["Redes Mañío", "Kestrelgate Storage"] as const;

/** A supplier that one person opened, sends invoices of and approves others of. */
const OWN_SUPPLIER = "Servicios Tranque Alto";
const OPENER = "paz-melinao";

/** Two of the five in the council who always decide together. */
const PAIR = ["aruna-velkar", "nahuel-iriarte"] as const;
export const COMPANIES: readonly Company[] = [
  together("council", PAIR),
  decidesOnParty("purchasing", OWN_SUPPLIER, OPENER),
];

const order = { currency: "CLP", taxPercent: "19" } as const;
/** They divide what is dear into orders that each stay under 3,000,000 pesos; the second between two suppliers. */
const SPLITTERS: readonly Splitter[] = [
  {
    ...order,
    id: "matias-olmede",
    unit: "engineering",
    title: "Control cabinets, dome",
    suppliers: ["Cómputo Lircaya"],
    category: "50",
    costCentre: "E-1",
    price: [2_150_000, 2_960_000],
  },
  {
    ...order,
    id: "yasna-ulloque",
    unit: "science",
    title: "Archive disks",
    suppliers: ONE_ACCOUNT,
    category: "50",
    costCentre: "S-2",
    price: [1_900_000, 2_900_000],
  },
];

const account = { unit: "administration", currency: "CLP" } as const;
const DECIDES: Deciding = [
  ["paz-melinao", "purchasing", 2 * HOUR],
  ["ines-huaiquil", "treasurer", DAY],
];

/** One in nine of what comes up every week lies just under 3,000,000 pesos, where the head of Administration is asked. */
export function crowded(random: Random, order: PurchaseOrder): PurchaseOrder {
  const [line] = order.lines;
  if (!line || !["30", "40"].includes(line.category) || !random.chance(0.11)) return order;
  return { ...order, lines: [{ ...line, unitPrice: random.int(291_000, 299_900) * 10 }] };
}

/** @param orders how many orders the history has: who divides does so more often in a larger one, and never so seldom that nobody could tell */
export function plant(make: DemoBuilder, span: Span, orders: number): void {
  plantDuplicates(make, span, 7);
  splitOrders(make, SPLITTERS, span, Math.max(6, Math.round(orders / 100)));
  bankChange(make, span.push);
  advice(make, span.push);
  directorsOrders(make, span);
}

/** Asked for on a Tuesday, in force on Wednesday, and on Friday what was approved before is paid to the new account. */
function bankChange(make: DemoBuilder, push: Push): void {
  changeBankDetails(
    make,
    [
      {
        ...account,
        at: "2025-10-28T13:20:00.000Z",
        by: "lidia-fuentel",
        supplier: "helio-frio-sur",
        supplierName: "Helio Frío Sur",
        to: madeUpAccount(seeded(58)),
        note: "By mail, with a letter.",
        comment: "",
        decides: DECIDES,
      },
    ],
    push,
  );
  const send = () => {
    const date = make.clock.now().slice(0, 10);
    const invoice = invoiceOf(make.random, date, "Helio Frío Sur", "Helium", 1_480_000 + make.random.int(0, 90_000));
    submitAndFollow(make, { ...invoice, dueDate: "2025-11-03" }, push);
  };
  for (const at of ["2025-10-13T14:10:00.000Z", "2025-10-14T15:40:00.000Z"]) push({ at: Date.parse(at), run: send });
}

function advice(make: DemoBuilder, push: Push): void {
  const opened = {
    ...account,
    at: "2025-06-09T14:30:00.000Z",
    by: OPENER,
    name: OWN_SUPPLIER,
    address: "Camino 4, Valle Pardo",
    taxNumber: "XX76551209",
    seed: 17,
    paper: "registration",
    decides: [
      ["valentina-orrago", "purchasing", 2 * HOUR],
      ["ines-huaiquil", "treasurer", 4 * HOUR],
    ],
  } satisfies Opened;
  const { random } = make;
  const invoice = (date: string) => invoiceOf(random, date, OWN_SUPPLIER, "Advice", random.int(400_000, 900_000));
  ownSupplier(make, opened, ["rosendo-painel", "lidia-fuentel", "rosendo-painel"], invoice, push);
}

/** What the director orders for her office goes to the council. */
function directorsOrders(make: DemoBuilder, span: Span): void {
  const { random } = make;
  evenly(make, span, 20, () => {
    const price = random.int(150_000, 900_000);
    return (date) =>
      orderOf({
        title: random.pick(["Visit of the panel, lodging", "Interpreter, meeting of the board", "Office chairs"]),
        requester: "isidora-llanca",
        unit: "direction",
        supplier: random.pick(["Limpieza Altos Blancos", "Transportes Huella Alta"]),
        currency: "CLP",
        date,
        description: "As offered",
        category: "30",
        costCentre: "D",
        taxPercent: "19",
        price,
      });
  });
}
