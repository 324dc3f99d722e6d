import type { OrderLine, PurchaseOrder } from "@/core/documents";
import { marevia } from "./organisation";
import type { Random } from "./random";

type Category = "dry-dock" | "engine" | "fuel" | "deck" | "catering" | "it" | "office" | "services";

type Kind = {
  category: Category;
  weight: number;
  median: number;
  spread: number;
  titles: string[];
  suppliers: string[];
};

const KINDS: Kind[] = [
  {
    category: "deck",
    weight: 22,
    median: 900,
    spread: 1.2,
    titles: ["Mooring ropes", "Life-jacket lights", "Fender panels", "Deck paint", "Pilot ladder", "Signal flags"],
    suppliers: ["Northrigg Cordage", "Halyard & Moss", "Cabedelo Fenders"],
  },
  {
    category: "engine",
    weight: 16,
    median: 3800,
    spread: 1.3,
    titles: ["Fuel injectors", "Cylinder liners", "Turbocharger overhaul", "Cooling pump", "Gearbox seals"],
    suppliers: ["Brennvik Marine Power", "Tidewell Engines", "Oficina Arrais"],
  },
  {
    category: "dry-dock",
    weight: 4,
    median: 42000,
    spread: 0.9,
    titles: ["Hull survey", "Docking, spring", "Propeller polishing", "Tail-shaft inspection"],
    suppliers: ["Estaleiro Vale d’Onda", "Skarnes Dock"],
  },
  {
    category: "fuel",
    weight: 12,
    median: 6200,
    spread: 0.8,
    titles: ["Gas oil, weekly call", "Lubricants", "Winter fuel, call-off"],
    suppliers: ["Combustíveis Lombar", "Sundra Bunkers"],
  },
  {
    category: "catering",
    weight: 18,
    median: 700,
    spread: 0.9,
    titles: ["Galley stores", "Coffee and tea", "Crew meals, replenishment", "Paper cups"],
    suppliers: ["Salgueiral Produce", "Torrefação Cabo Tordo"],
  },
  {
    category: "it",
    weight: 8,
    median: 2600,
    spread: 1.2,
    titles: ["Ticket printers", "Booking licences", "Bridge tablets", "Network switches"],
    suppliers: ["Lumenta Systems", "Corvina Software"],
  },
  {
    category: "office",
    weight: 12,
    median: 260,
    spread: 1,
    titles: ["Timetable posters", "Toner", "Desk chairs", "Route maps, printed"],
    suppliers: ["Papelaria Farol", "Gravura Print House"],
  },
  {
    category: "services",
    weight: 8,
    median: 3100,
    spread: 1.1,
    titles: ["Lift inspection", "Diving work", "Pest control", "Interpreter, hearing"],
    suppliers: ["Mergulho Azul-Fundo", "Vigia Inspections"],
  },
];

const TAX: Record<Category, string> = {
  "dry-dock": "0",
  engine: "23",
  fuel: "23",
  deck: "23",
  catering: "13",
  it: "23",
  office: "23",
  services: "23",
};

// Auditors and directors enter few orders or none; two leave in between.
const NONE = new Set(["goncalo-abrantes", "donato-ribas", "quintino-sarro"]);
export const REQUESTERS = marevia.people.filter((one) => one.roles.includes("requester") && !NONE.has(one.id));

function pickKind(random: Random): Kind {
  let left = random.next() * KINDS.reduce((sum, kind) => sum + kind.weight, 0);
  return KINDS.find((kind) => (left -= kind.weight) < 0) ?? KINDS[0]!;
}

/** A random order of Marévia Lines on a date; about one in thirty lies just under 5,000. */
export function randomOrder(random: Random, date: string): PurchaseOrder {
  const kind = pickKind(random);
  const requester = random.pick(REQUESTERS);
  const crowded = kind.category !== "dry-dock" && random.chance(0.035);
  const total = crowded
    ? random.int(488_000, 499_900)
    : Math.max(900, Math.round(random.logNormal(kind.median * 100, kind.spread)));
  const currency = random.chance(0.86) ? "EUR" : random.pick(["GBP", "NOK", "USD"]);
  const scale = { EUR: 1, GBP: 0.86, NOK: 11.4, USD: 1.08 }[currency] ?? 1;
  return {
    documentType: "purchase-order",
    title: random.pick(kind.titles),
    requester: requester.id,
    onBehalfOf: null,
    unit: requester.unit,
    supplier: random.pick(kind.suppliers),
    currency,
    date,
    promisedDate: null,
    note: "",
    lines: splitInLines(random, kind, Math.round(total * scale)),
    attachments: [],
  };
}

function splitInLines(random: Random, kind: Kind, total: number): OrderLine[] {
  const count = total > 50_000 ? random.int(1, 3) : 1;
  let left = total;
  return Array.from({ length: count }, (_, index) => {
    const net = index === count - 1 ? left : Math.floor((left * random.int(20, 60)) / 100);
    left -= net;
    return {
      description: index === 0 ? random.pick(kind.titles) : `${random.pick(kind.titles)}, part ${index + 1}`,
      category: kind.category,
      costCentre: `CC-${random.int(10, 48)}`,
      quantity: "1",
      unitPrice: net,
      taxPercent: TAX[kind.category],
    };
  });
}
