import type { AnyDocument, PurchaseOrder } from "@/core/documents";
import type { DocumentState } from "@/core/approval";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { DAY, type Push } from "./moments";
import type { DemoBuilder } from "./builder";

/** What lies in the history of Marévia Lines for a controller or an auditor to find. */

/** The approver who has never looked: every decision of theirs comes four seconds after the request. */
export const QUICK = "amadeu-lobato";
export const QUICK_MS = 4_000;

const DUPLICATES = 7;
const left = new WeakMap<DemoBuilder, number[]>();

/** Seven moments over the history; the first invoice for an order after each comes a second time, its number written a little differently. */
export function plantDuplicates(make: DemoBuilder, from: number, end: number): void {
  const step = (end - from) / (DUPLICATES + 1);
  left.set(
    make,
    Array.from({ length: DUPLICATES }, (_, index) => from + step * (index + 0.5)),
  );
}

export function isToBeSentTwice(make: DemoBuilder): boolean {
  const moments = left.get(make) ?? [];
  if (moments.length === 0 || Date.parse(make.clock.now()) < moments[0]!) return false;
  moments.shift();
  return true;
}

type Splitter = { id: string; unit: string; title: string; supplier: string; category: "deck" | "catering" };
const SPLITTERS: Splitter[] = [
  {
    id: "gil-varandas",
    unit: "porto-savel",
    title: "Crane ropes and sheaves",
    supplier: "Northrigg Cordage",
    category: "deck",
  },
  {
    id: "sancho-merlo",
    unit: "on-board-retail",
    title: "Shop stock, season",
    supplier: "Salgueiral Produce",
    category: "catering",
  },
];

/** Two requesters divide what is dear into orders that each stay just under 5,000: the same supplier, within an hour. */
export function splitOrders(
  { random, working }: DemoBuilder,
  { from, end, count }: { from: number; end: number; count: number },
  push: Push,
  send: (order: AnyDocument) => void,
): void {
  for (const splitter of SPLITTERS)
    for (let index = 0; index < count; index += 1) {
      const at = working(from + ((index + random.next()) * (end - from)) / count);
      for (let part = 1; part <= random.int(2, 3); part += 1) {
        const price = random.int(452_000, 498_500);
        push({ at: at + part * 13 * 60_000, run: () => send(partOf(splitter, part, price, at)) });
      }
    }
}

function partOf({ id, unit, title, supplier, category }: Splitter, part: number, price: number, at: number) {
  const order: PurchaseOrder = {
    documentType: "purchase-order",
    title: `${title}, part ${part}`,
    requester: id,
    onBehalfOf: null,
    unit,
    supplier,
    currency: "EUR",
    date: new Date(at).toISOString().slice(0, 10),
    promisedDate: null,
    note: "",
    lines: [{ description: title, category, costCentre: "CC-34", quantity: "1", unitPrice: price, taxPercent: "23" }],
    attachments: [],
  };
  return order;
}

/** Two suppliers have had other bank details for a few days; their invoices ask for more care now. */
const BANK_CHANGES = [
  ["2026-02-24T10:20:00.000Z", "cabedelo-fenders", "Cabedelo Fenders", "XX22 7002 1145 9930 2218"],
  ["2026-02-26T15:05:00.000Z", "skarnes-dock", "Skarnes Dock", "XX46 6610 0420 7719 3301"],
] as const;

export function changeBankDetails({ app, who, must, random, clock }: DemoBuilder, push: Push): void {
  const approve = (state: DocumentState, by: string, level: string) =>
    void must(
      commandDocument(
        app,
        who(by),
        state.id,
        { type: "approve", level, revision: state.revision, comment: "Called back on the number we had." },
        random.uuid(),
        true,
      ),
    );
  for (const [time, supplier, supplierName, bankAccount] of BANK_CHANGES) {
    const at = Date.parse(time);
    const run = () => {
      const sent = must(
        enterDocument(
          app,
          who("albertina-fragoso"),
          {
            documentType: "supplier-account",
            title: "",
            requester: "albertina-fragoso",
            onBehalfOf: null,
            unit: "finance",
            currency: "EUR",
            date: clock.now().slice(0, 10),
            note: "Letter of their bank, with the last three statements.",
            attachments: [],
            supplier,
            supplierName,
            opening: false,
            filledInBy: "",
            changes: [{ field: "bankAccount", before: null, after: bankAccount }],
          },
          random.uuid(),
          true,
        ),
      );
      push({ at: at + DAY / 12, run: () => approve(sent, "leonel-viegas", "purchasing") });
      push({ at: at + DAY, run: () => approve(sent, "rosalind-amado", "treasurer") });
    };
    push({ at, run });
  }
}

const LOOKED_INTO: Readonly<Record<string, readonly string[]>> = {
  "Duplicate suspected": [
    "Two deliveries, two invoices; seen with the supplier.",
    "A corrected copy; the first is credited.",
  ],
  "Receipt missing": ["A small sum, agreed with the controller.", "The machine gave none; the trip is known."],
  "The same receipt twice": ["One bill for two people, claimed by halves."],
  "Arithmetic wrong": ["Rounded by line; the supplier confirmed the total."],
  "Goods not received": ["Came in without a note; counted on the quay."],
};

/** On Fridays a clerk looks into holds that outlast an approval and have stood for a week. */
export function lookIntoHolds({ app, db, who, must, random, clock }: DemoBuilder): void {
  const before = new Date(Date.parse(clock.now()) - 6 * DAY).toISOString();
  const old = db
    .prepare(
      `SELECT h.document, h.id, h.code, d.requester FROM hold h JOIN document d ON d.id = h.document
         WHERE d.status = 'approved' AND h.kind = 'policy' AND h.placed_at < ? ORDER BY h.placed_at, h.document, h.id`,
    )
    .all(before) as { document: string; id: string; code: string; requester: string }[];
  for (const { document, id, code, requester } of old) {
    const reasons = LOOKED_INTO[code];
    const clerk = requester === "tamsin-roque" ? "vicente-lourosa" : "tamsin-roque";
    if (reasons)
      must(
        commandDocument(
          app,
          who(clerk),
          document,
          { type: "release hold", hold: id, reason: random.pick(reasons) },
          random.uuid(),
          true,
        ),
      );
  }
}
