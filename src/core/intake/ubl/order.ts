import { times, type OrderLine, type PurchaseOrder } from "../../documents";
import { offered } from "../../lists";
import { formatMoney, money, parseMoney } from "../../money";
import { adjustmentsOf, lineOf, mustBe } from "./amounts";
import { basics, partyName } from "./head";
import { Reader, costCentreOf, many, type Node, type Taker } from "./reader";

type Read = OrderLine & { net: number };

/** An order in UBL 2.1 as one of Bandeira, allowances and charges as lines; what cannot be read is noted on the reader. */
export function orderOf(reader: Reader, node: Node, taker: Taker): PurchaseOrder {
  const common = basics(reader, node, taker, "");
  const lines = many(node.OrderLine).flatMap((line) => many(line.LineItem));
  if (lines.length === 0) reader.bad("OrderLine", { code: "none there" });
  const read = lines.map((line, index) => orderLineOf(reader, line, `OrderLine ${index + 1}`, taker));
  const { allowances, charges, charged } = adjustmentsOf(reader, node, "");
  const fees = charged.map(({ reason, minor, percent }): Read => ({
    description: reason.slice(0, 200),
    category: onlyCategory(taker),
    costCentre: "",
    quantity: "1",
    unitPrice: minor,
    taxPercent: percent,
    net: minor,
  }));
  if (reader.problems.length === 0) mustAddUp(reader, node, read, { allowances, charges });
  const whole = lessAllowance(reader, [...read, ...fees], allowances);
  return {
    documentType: "purchase-order",
    ...common,
    title: (read[0]?.description ?? "").slice(0, 120),
    supplier: partyName(reader, node, "SellerSupplierParty"),
    promisedDate: reader.date(node, "Delivery/RequestedDeliveryPeriod/EndDate", "RequestedDeliveryPeriod/EndDate"),
    lines: whole.map(({ net: _, ...line }) => line),
  };
}

/** A file names no category of ours: the only one there is, or none, so that somebody chooses it. */
function onlyCategory({ lists, today }: Taker): string {
  const [only, ...others] = offered(lists, "order-categories", today);
  return only && others.length === 0 ? only.key : "";
}

function orderLineOf(reader: Reader, line: Node, at: string, taker: Taker): Read {
  const name = (reader.text(line, "Item/Name") || reader.text(line, "Item/Description")).slice(0, 200) || at;
  const found = lineOf(reader, line, "Quantity", at);
  const common = {
    category: onlyCategory(taker),
    costCentre: costCentreOf(taker, reader.text(line, "AccountingCost")),
    taxPercent: reader.percent(line, "Item/ClassifiedTaxCategory/Percent", `${at}/Percent`),
  };
  if (!found) return { ...common, description: name, quantity: "1", unitPrice: 0, net: 0 };
  const { quantity, price, per, adjusted } = found.computed;
  if (found.net <= 0) reader.bad(`${at}/LineExtensionAmount`, { code: "an order takes nothing back" });
  const parsed = parseMoney(price, reader.currency);
  const plain = per === "1" && adjusted === 0 && parsed.ok && /^\d{1,9}(\.\d{1,4})?$/.test(quantity);
  if (plain && times(quantity, parsed.money.minor) === found.net)
    return { ...common, description: name, quantity, unitPrice: parsed.money.minor, net: found.net };
  return { ...common, ...asOne(name, `${quantity} × ${price}${per === "1" ? "" : ` for ${per}`}`, found.net) };
}

/** A line whose parts an order cannot hold, as one of its amount that says what it is made of. */
function asOne(name: string, made: string, net: number) {
  return { description: `${name.slice(0, 199 - made.length - 3)} (${made})`, quantity: "1", unitPrice: net, net };
}

/** What is stated in all must be what its lines come to, before or after tax. */
function mustAddUp(reader: Reader, node: Node, lines: readonly Read[], parts: { allowances: number; charges: number }) {
  const total = many(node.AnticipatedMonetaryTotal)[0] ?? {};
  const stated = (name: string) => reader.amount(total, name, `AnticipatedMonetaryTotal/${name}`);
  const sum = lines.reduce((all, line) => all + line.net, 0);
  const net = sum - parts.allowances + parts.charges;
  const tax = reader.amount(many(node.TaxTotal)[0] ?? {}, "TaxAmount", "TaxTotal/TaxAmount") ?? 0;
  const at = (name: string) => `AnticipatedMonetaryTotal/${name}`;
  mustBe(reader, at("LineExtensionAmount"), stated("LineExtensionAmount"), "lines", sum);
  mustBe(reader, at("AllowanceTotalAmount"), stated("AllowanceTotalAmount"), "allowances", parts.allowances);
  mustBe(reader, at("ChargeTotalAmount"), stated("ChargeTotalAmount"), "charges", parts.charges);
  mustBe(reader, at("TaxExclusiveAmount"), stated("TaxExclusiveAmount"), "lines, allowances and charges", net);
  mustBe(reader, at("PayableAmount"), stated("PayableAmount"), "lines, allowances and charges", net + tax, net);
}

/** An allowance on the whole, taken off line by line in proportion, to the last unit; each line says so. */
function lessAllowance(reader: Reader, lines: Read[], allowance: number): Read[] {
  const sum = lines.reduce((all, line) => all + line.net, 0);
  if (allowance === 0 || sum <= 0) return lines;
  if (allowance >= sum) {
    reader.bad("AllowanceCharge", { code: "takes off everything" });
    return lines;
  }
  const said = `less its share of ${formatMoney(money(allowance, reader.currency))}`;
  let taken = 0;
  let before = 0;
  return lines.map((line) => {
    before += line.net;
    // Rounded along the running sum, so that the shares are the allowance exactly.
    const until = Number((BigInt(allowance) * BigInt(before) * 2n + BigInt(sum)) / (BigInt(sum) * 2n));
    const net = line.net - (until - taken);
    taken = until;
    return { ...line, ...asOne(line.description, said, net) };
  });
}
