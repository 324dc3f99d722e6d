import type { DocumentState, StepDone } from "@/core/approval";
import { documentType, type AnyDocument } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { askerOf } from "@/core/routing";
import { sayDate } from "@/core/text";
import { sayChange } from "@/core/words";
import type { App } from "../app";
import { changesBy } from "../documents/order-changes";
import { orderHead } from "../documents/order-files";
import { writeTo } from "../messages/letters";
import { readReferenceData } from "../reference-data";
import { accountByName, emailOf } from "./accounts";
import { book, done, failed, whyNotBook } from "./booking";
import { sendLetter } from "./write";

/** The order goes out on paper and as UBL, with a copy to whoever asked for it; a change says what it changes. */
export function sendOrder(app: App, state: DocumentState, document: AnyDocument): StepDone {
  const why = whyNotBook(app, document);
  if (why) return failed(why);
  if (document.documentType !== "purchase-order") return failed({ code: "no order to send" });
  const { title, party, net, gross } = documentType(document.documentType).headline(document);
  const to = emailOf(accountByName(app.db, "supplier", party)!);
  if (!to) return failed({ code: "no e-mail", values: { party } });
  const head = orderHead(app, document);
  const changes = (changesBy(app, state) ?? []).map((one) => {
    const { label, before, after } = sayChange(one);
    return `${label}: ${after} (before: ${before})`;
  });
  const { changeOf } = document;
  const what = changeOf ? `Change ${state.number} of order ${changeOf}` : `Order ${state.number}`;
  const body = [
    changeOf
      ? `With this ${head.buyer.name} changes its order ${changeOf}: ${title}. The enclosed order takes its place.`
      : `${head.buyer.name} orders ${title}, as enclosed.`,
    ...changes,
    `${formatMoney(net)} net, ${formatMoney(gross)} with tax.`,
    ...(document.promisedDate ? [`To be delivered by ${sayDate(document.promisedDate)} to ${head.receiver}.`] : []),
    `Please name our order ${changeOf ?? state.number} on your invoice.`,
  ].join("\n");
  sendLetter(app, {
    document: state.id,
    to,
    subject: `${what}: ${title}`,
    body,
    encloses: { order: state.id, ...head },
  });
  const { directory } = readReferenceData(app);
  const asker = directory.person(askerOf(document));
  if (asker)
    writeTo(app, {
      person: asker.id,
      document: state.id,
      occasion: "copy",
      subject: `Copy: ${what}, sent to ${party}`,
      body,
    });
  book(app, state, "order sent", {
    party,
    amount: net,
    detail: changeOf ? `change of ${changeOf}, sent to ${to}` : `sent to ${to}`,
  });
  return done({ code: "sent", values: { to, copyTo: asker?.id ?? document.requester } });
}
