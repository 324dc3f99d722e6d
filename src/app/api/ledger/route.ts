import { z } from "zod";
import { MOST_MINOR, QuantitySchema } from "@/core/documents";
import { CurrencySchema } from "@/core/money";
import { app } from "@/server/process";
import { searchNow } from "@/server/credit/search";
import { change } from "@/server/http/handle";
import { enterSalesOrder, readBalances, receiveGoods } from "@/server/ledger/books";
import { exportRun, makeRun, undoRun } from "@/server/payments/runs";
import { publishRates } from "@/server/ledger/rates";

const command = z.uuid();
const run = z.string().regex(/^PR-\d{4,9}$/, "is no payment run");
const minor = z.int().positive().max(MOST_MINOR);
const Body = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("receive"),
    command,
    order: z.string().max(20),
    line: z.int().min(1).max(200),
    quantity: QuantitySchema,
  }),
  z.strictObject({
    type: z.literal("make payment run"),
    command,
    day: z.iso.date(),
    items: z.array(z.strictObject({ document: z.string().max(20), seen: z.string().max(64) })).max(5_000),
  }),
  z.strictObject({ type: z.literal("undo payment run"), command, run, reason: z.string().max(400) }),
  z.strictObject({ type: z.literal("export payment run"), command, run }),
  z.strictObject({
    type: z.literal("sales order"),
    command,
    customer: z.string().max(80),
    title: z.string().min(1, "say what is ordered").max(120),
    minor,
    seller: z.string().max(80).nullable().default(null),
  }),
  z.strictObject({ type: z.literal("search stopped orders"), command }),
  z.strictObject({
    type: z.literal("balances"),
    command,
    customer: z.string().max(80),
    receivables: z.array(z.strictObject({ number: z.string().min(1).max(40), minor, due: z.iso.date() })).max(500),
  }),
  z.strictObject({
    type: z.literal("rate"),
    command,
    from: CurrencySchema,
    to: CurrencySchema,
    date: z.iso.date(),
    rate: z.string().regex(/^(?=.*[1-9])\d{1,9}(\.\d{1,9})?$/, "must be a number above zero such as 1.1712"),
    source: z.string().min(1, "say where it was taken from").max(80),
  }),
]);

/** What people of the back office do in its books. */
export function POST(request: Request) {
  return change(request, Body, (actor, body) => {
    const { command: id } = body;
    switch (body.type) {
      case "receive":
        return receiveGoods(app(), actor, body, id);
      case "make payment run":
        return makeRun(app(), actor, body, id);
      case "undo payment run":
        return undoRun(app(), actor, body, id);
      case "export payment run":
        return exportRun(app(), actor, body, id);
      case "sales order":
        return enterSalesOrder(app(), actor, body, id);
      case "search stopped orders":
        return searchNow(app(), actor, id);
      case "balances":
        return readBalances(app(), actor, body.customer, body.receivables, id);
      case "rate": {
        const { from, to, date, rate, source } = body;
        return publishRates(app(), actor, [{ from, to, date, rate, source }], id);
      }
    }
  });
}
