/** What the observatory ordered in the year before its demo begins, as a file of the ledger it had then: to be brought in as a history. */
import { orderTotals } from "@/core/documents";
import { entryOf } from "@/core/lists";
import { plainAmount } from "@/core/money";
import { toCsv } from "@/server/tables";
import { shift } from "../accounts";
import { seeded } from "../random";
import { randomOrder } from "./documents";
import { observatory } from "./organisation";

/** The demo's own documents begin on the day after the last of these. */
export const YEAR_BEFORE = { from: "2024-03-10", until: "2025-03-09" } as const;

const HEADING = [
  "date",
  "number",
  "type",
  "requester",
  "unit",
  "supplier",
  "category",
  "amount",
  "currency",
  "grant",
  "instrument",
];

/** The file as CSV: people by their e-mail addresses, all else by the names that the organisation uses; the same seed gives the same file. */
export function yearBefore(orders = 560, seed = 2024): string {
  const random = seeded(seed);
  const { lists, people, units } = observatory;
  const entry = (list: string, key: unknown) => (typeof key === "string" && entryOf(lists, list, key)?.name) || "";
  const days = Array.from({ length: orders }, () => shift(YEAR_BEFORE.from, random.int(0, 364))).toSorted();
  const rows = days.map((date, index) => {
    const order = randomOrder(random, date);
    const { own_grant: grant, own_instrument: instrument } = order.own ?? {};
    return [
      date,
      `L-${String(index + 1).padStart(5, "0")}`,
      "order",
      people.find(({ id }) => id === order.requester)!.email,
      units.find(({ id }) => id === order.unit)!.name,
      order.supplier,
      entry("order-categories", order.lines[0]!.category),
      { plain: plainAmount(orderTotals(order).net) },
      order.currency,
      entry("grants", grant),
      entry("instruments", instrument),
    ];
  });
  return toCsv([HEADING, ...rows]);
}
