import type { Content } from "pdfmake/interfaces";
import { acceptedOf, type DocumentState } from "@/core/approval";
import { lineNet, orderTotals, type Change, type PurchaseOrder } from "@/core/documents";
import { orderAsUbl, type OrderOut, type OrderParty } from "@/core/formats";
import { blockingHolds } from "@/core/holds";
import { formatAmount, formatMoney, money } from "@/core/money";
import { sayDate } from "@/core/text";
import type { App } from "../app";
import { accountByName, emailOf, readRules } from "../ledger/accounts";
import { RULE, printed } from "../pdf";
import { readReferenceData } from "../reference-data";
import type { OrderHead } from "./order-head";
import { changesBy } from "./order-changes";
import { type Refusal } from "@/core/refusal";
import { refuse, sayChange } from "@/core/words";

/** As it stands at this moment. */
export function orderHead(app: App, order: PurchaseOrder): OrderHead {
  const { directory } = readReferenceData(app);
  const { address, taxNumber, email } = readRules(app).letterhead;
  const account = accountByName(app.db, "supplier", order.supplier);
  const field = (key: "address" | "taxNumber") =>
    typeof account?.fields[key] === "string" ? String(account.fields[key]) : "";
  const takes = order.receiver ?? order.onBehalfOf ?? order.requester;
  return {
    buyer: { name: directory.organisation.name, address, taxNumber, email },
    seller: {
      name: account?.name ?? order.supplier,
      address: field("address"),
      taxNumber: field("taxNumber"),
      email: account ? emailOf(account) : "",
    },
    receiver: directory.person(takes)?.name ?? takes,
  };
}

/** What was approved of an order, to be sent. Null where the document is none. */
function outOf(state: DocumentState, head: OrderHead): OrderOut | null {
  const order = acceptedOf(state);
  if (order.documentType !== "purchase-order") return null;
  return { ...head, number: state.number, changeOf: order.changeOf ?? null, order };
}

/** An order in UBL 2.1; null for what is no order. */
export function orderXml(state: DocumentState, head: OrderHead): string | null {
  const out = outOf(state, head);
  return out && orderAsUbl(out);
}

/** Why there is no order on paper yet: what looks like one is taken for one by whoever gets it. Null where there is. */
export function whyNotOut({ number, status, holds }: DocumentState): Refusal | null {
  if (status !== "approved") return refuse("order is not out", { document: number, status });
  const held = blockingHolds(holds, "send").map((hold) => hold.code);
  return held.length > 0 ? refuse("order is held", { document: number, holds: held }) : null;
}

/** Whether a document is an order that may be on paper. */
export function isOut(state: DocumentState): boolean {
  return state.document.documentType === "purchase-order" && whyNotOut(state) === null;
}

/** The order on paper, as its supplier gets it. */
export async function orderPdf(app: App, state: DocumentState, head: OrderHead): Promise<Buffer | null> {
  const out = outOf(state, head);
  if (!out) return null;
  const { order, number, changeOf, buyer, seller, receiver } = out;
  const changes = changesBy(app, state) ?? [];
  const title = changeOf ? `Change ${number} of order ${changeOf}` : `Order ${number}`;
  return printed(`${buyer.name}, ${title.toLowerCase()}. Please name ${changeOf ?? number} on your invoice.`, {
    info: { title, creationDate: new Date(state.closedAt ?? 0) },
    content: [
      {
        columns: [
          { width: "*", stack: partyOf(buyer) },
          { width: 200, stack: partyOf(seller) },
        ],
        columnGap: 24,
      },
      { text: title, style: "title", margin: [0, 22, 0, 2] },
      { text: order.title, fontSize: 11 },
      facts([
        ["Date", sayDate(order.date)],
        ["Deliver by", order.promisedDate ? sayDate(order.promisedDate) : "as agreed"],
        ["Deliver to", [receiver, ...buyer.address.split("\n")].filter(Boolean).join(", ")],
        ["Questions to", buyer.email],
      ]),
      ...changed(changeOf, changes),
      { text: changeOf ? "The whole order as it is now" : "What we order", style: "section" },
      lines(order),
      totals(order),
    ],
  });
}

function partyOf({ name, address, taxNumber, email }: OrderParty): Content[] {
  return [
    { text: name, bold: true, fontSize: 11 },
    ...[...address.split("\n"), taxNumber && `Tax number ${taxNumber}`, email]
      .filter(Boolean)
      .map((text): Content => ({ text, style: "soft" })),
  ];
}

function facts(rows: [string, string][]): Content {
  return {
    margin: [0, 10, 0, 0],
    layout: "noBorders",
    table: {
      widths: [80, "*"],
      body: rows.filter(([, value]) => value).map(([label, value]) => [{ text: label, style: "soft" }, value]),
    },
  };
}

function changed(changeOf: string | null, changes: readonly Change[]): Content[] {
  if (!changeOf) return [];
  return [
    { text: "What changes", style: "section" },
    {
      text: `This takes the place of our order ${changeOf}; deliver and invoice under that number.`,
      margin: [0, 0, 0, 4],
    },
    table(
      ["", "Before", "Now"],
      [90, "*", "*"],
      changes.map((one) => {
        const { label, before, after } = sayChange(one);
        return [label, before, after];
      }),
    ),
  ];
}

function lines(order: PurchaseOrder): Content {
  const { currency } = order;
  return table(
    ["", "What", "Quantity", "Price each", "Tax", `Net, ${currency}`],
    [16, "*", 50, 70, 36, 76],
    order.lines.map((line, index) => [
      String(index + 1),
      line.description,
      line.quantity,
      formatAmount(money(line.unitPrice, currency)),
      `${line.taxPercent}%`,
      formatAmount(money(lineNet(line), currency)),
    ]),
    2,
  );
}

function totals(order: PurchaseOrder): Content {
  const { net, tax, gross } = orderTotals(order);
  const row = (label: string, value: string, bold = false): Content[] => [
    { text: label, alignment: "right", bold },
    { text: value, alignment: "right", bold },
  ];
  return {
    margin: [0, 8, 0, 0],
    layout: "noBorders",
    table: {
      widths: ["*", 110],
      body: [row("Net", formatMoney(net)), row("Tax", formatMoney(tax)), row("Total", formatMoney(gross), true)],
    },
  };
}

/** A ruled table; columns from `right` on are aligned to the right. */
function table(heads: string[], widths: (number | "*")[], body: string[][], right = 99): Content {
  const cell = (style: string) => (text: string, index: number) => ({
    text,
    style,
    alignment: index >= right ? ("right" as const) : ("left" as const),
  });
  return {
    layout: { hLineColor: () => RULE, vLineWidth: () => 0, hLineWidth: (line) => (line === 0 ? 0 : 0.5) },
    table: { headerRows: 1, widths, body: [heads.map(cell("soft")), ...body.map((row) => row.map(cell("")))] },
  };
}
