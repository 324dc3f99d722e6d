import type { App } from "../app";
import { statement } from "../db/statement";
import { orderPdf, orderXml } from "../documents/order-files";
import type { Enclosed, OrderHead } from "../documents/order-head";
import { readState } from "../documents/state";

/** The names of the files that go with a letter. */
export function enclosedNames({ order }: Enclosed): string[] {
  return ["pdf", "xml"].map((format) => `${order.toUpperCase()}.${format}`);
}

/** The files themselves, for the mail. */
export async function enclosedFiles(app: App, { order, ...head }: Enclosed) {
  const state = readState(app.db, order);
  const pdf = state && (await orderPdf(app, state, head));
  const xml = state && orderXml(state, head);
  if (!pdf || !xml) return [];
  return [
    { filename: `${state.number}.pdf`, content: pdf, contentType: "application/pdf" },
    { filename: `${state.number}.xml`, content: xml, contentType: "application/xml" },
  ];
}

/** With which parties an order was sent; null where it has not been. */
export function sentOrder(app: App, document: string): OrderHead | null {
  const stored = statement(
    app.db,
    "SELECT encloses FROM letter WHERE document = ? AND encloses IS NOT NULL ORDER BY id DESC LIMIT 1",
  )
    .pluck()
    .get(document) as string | undefined;
  if (!stored) return null;
  const { buyer, seller, receiver } = JSON.parse(stored) as Enclosed;
  return { buyer, seller, receiver };
}
