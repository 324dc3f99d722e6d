// What is typed in the order form is read exactly or refused with its place; nothing is guessed.
import { describe, expect, it } from "vitest";
import { PurchaseOrderSchema, orderTotals } from "@/core/documents";
import { order } from "@/core/fixtures";
import { emptyLine, emptyOrder, readOrder, typedFrom, type TypedLine, type TypedOrder } from "./model";

const who = { id: "rui", unit: "engines" };
const typed = (line: Partial<TypedLine>, extra: Partial<TypedOrder> = {}): TypedOrder => ({
  ...emptyOrder("EUR"),
  ...extra,
  lines: [{ ...emptyLine(), ...line }],
});
const read = (value: TypedOrder) => readOrder(value, who, "2026-03-10");

describe("reading an order", () => {
  it("takes amounts and quantities as people write them", () => {
    const { order: found, problems } = read(
      typed({ description: " Rope ", quantity: "2,5", price: "1,000.10", taxPercent: "6,5" }, { title: " Ropes " }),
    );
    expect(problems).toEqual([]);
    expect(found.title).toBe("Ropes");
    expect(found.lines[0]).toMatchObject({
      description: "Rope",
      quantity: "2.5",
      unitPrice: 100_010,
      taxPercent: "6.5",
    });
    expect(orderTotals(found).net.minor).toBe(250_025);
  });

  it.each<[Partial<TypedLine>, string, string]>([
    [{ price: "ten" }, "lines.0.price", "is not an amount"],
    [{ price: "1.005" }, "lines.0.price", "can be read as two amounts: write 1005"],
    [{ price: "10,055.005" }, "lines.0.price", "EUR has 2 decimals"],
    [{ price: "-5" }, "lines.0.price", "not below zero"],
    [{ quantity: "a few" }, "lines.0.quantity", "write the quantity like 3 or 2.5"],
    [{ quantity: "-1" }, "lines.0.quantity", "write the quantity"],
    [{ quantity: "1.00001" }, "lines.0.quantity", "write the quantity"],
    [{ taxPercent: "123" }, "lines.0.taxPercent", "write the percentage like 23 or 6.5"],
  ])("%j is refused at %s", (line, path, message) => {
    const { problems } = read(typed(line));
    expect(problems.map((problem) => problem.path)).toEqual([path]);
    expect(problems[0]?.message).toContain(message);
  });

  it("an empty price is missing and not zero pretended to be typed", () => {
    expect(read(typed({ price: "" })).problems).toEqual([]);
    expect(read(typed({ price: "" })).order.lines[0]?.unitPrice).toBe(0);
  });

  it("what the server would refuse never leaves the form: what is read satisfies the schema", () => {
    for (const value of [typed({ description: "x", price: "1" }), emptyOrder("JPY")])
      expect(PurchaseOrderSchema.safeParse(read(value).order).error).toBeUndefined();
  });

  it.each(["EUR", "JPY", "KWD"])("an order in %s goes into the form and comes back as it was", (currency) => {
    const before = order(123_456, { currency, promisedDate: "2026-04-01", note: "Soon" });
    expect(read(typedFrom(before)).order).toEqual(before);
  });
});
