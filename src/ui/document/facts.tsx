import { Fragment } from "react";
import { sayDate } from "@/core/words";
import {
  ORDER_CATEGORIES,
  documentType,
  lineNet,
  orderTotals,
  type Change,
  type PurchaseOrder,
} from "@/core/documents";

import { formatAmount, money } from "@/core/money";
import { SectionTitle } from "../primitives";

/** What is ordered: lines and totals, exact. */
export function OrderLines({ order }: { order: PurchaseOrder }) {
  const { net, tax, gross } = orderTotals(order);
  const say = (minor: number) => formatAmount(money(minor, order.currency));
  return (
    <section aria-labelledby="what" className="min-w-0">
      <SectionTitle id="what">What is ordered</SectionTitle>
      <div className="relative overflow-x-auto" role="region" tabIndex={0} aria-labelledby="what">
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b border-rule text-left text-sm text-soft">
              <th scope="col" className="py-1.5 pr-3 font-normal">
                Line
              </th>
              <th scope="col" className="py-1.5 pr-3 text-right font-normal">
                Quantity
              </th>
              <th scope="col" className="py-1.5 pr-3 text-right font-normal">
                Price
              </th>
              <th scope="col" className="py-1.5 pr-3 text-right font-normal">
                Tax
              </th>
              <th scope="col" className="py-1.5 text-right font-normal">
                Net, {order.currency}
              </th>
            </tr>
          </thead>
          <tbody>
            {order.lines.map((line, index) => (
              <tr key={index} className="border-b border-rule/70 align-top">
                <td className="py-1.5 pr-3">
                  {line.description}
                  <span className="block text-sm text-soft">
                    {ORDER_CATEGORIES[line.category]}
                    {line.costCentre && `, ${line.costCentre}`}
                  </span>
                </td>
                <td className="py-1.5 pr-3 text-right">{line.quantity}</td>
                <td className="py-1.5 pr-3 text-right">{say(line.unitPrice)}</td>
                <td className="py-1.5 pr-3 text-right whitespace-nowrap">{line.taxPercent} %</td>
                <td className="py-1.5 text-right">{say(lineNet(line))}</td>
              </tr>
            ))}
          </tbody>
          <tfoot className="[&_td]:py-1 [&_td]:text-right [&_th]:py-1 [&_th]:pr-3 [&_th]:text-right [&_th]:font-normal">
            <tr className="font-semibold">
              <th scope="row" colSpan={4} className="font-semibold!">
                Net total
              </th>
              <td>{say(net.minor)}</td>
            </tr>
            <tr className="text-soft">
              <th scope="row" colSpan={4}>
                Tax
              </th>
              <td>{say(tax.minor)}</td>
            </tr>
            <tr className="text-soft">
              <th scope="row" colSpan={4}>
                Gross total
              </th>
              <td>{say(gross.minor)}</td>
            </tr>
          </tfoot>
        </table>
      </div>
    </section>
  );
}

export function OrderParticulars({
  order,
  id,
  names,
}: {
  order: PurchaseOrder;
  id: string;
  names(person: string): string;
}) {
  const people = [
    ["On behalf of", order.onBehalfOf],
    ["Receiver", order.receiver],
    ["Edited by", order.editedBy],
  ] as const;
  return (
    <>
      <section aria-labelledby="particulars">
        <SectionTitle id="particulars">Particulars</SectionTitle>
        <dl className="grid grid-cols-[7.5rem_1fr] gap-y-1">
          <dt className="text-soft">Supplier</dt>
          <dd>{order.supplier}</dd>
          <dt className="text-soft">Dated</dt>
          <dd>{sayDate(order.date)}</dd>
          {order.promisedDate && (
            <>
              <dt className="text-soft">Promised for</dt>
              <dd>{sayDate(order.promisedDate)}</dd>
            </>
          )}
          {people.map(
            ([label, person]) =>
              person && (
                <Fragment key={label}>
                  <dt className="text-soft">{label}</dt>
                  <dd>{names(person)}</dd>
                </Fragment>
              ),
          )}
        </dl>
        {order.note && <p className="mt-2 border-l-2 border-rule pl-3 whitespace-pre-line">{order.note}</p>}
      </section>
      <section aria-labelledby="papers">
        <SectionTitle id="papers">Papers</SectionTitle>
        {order.attachments.length === 0 && <p className="text-soft">None attached.</p>}
        <ul>
          {order.attachments.map((paper) => (
            <li key={paper.hash}>
              <a href={`/api/documents/${id}/attachments/${paper.hash}`}>{paper.name}</a>{" "}
              <span className="text-sm text-soft">{Math.ceil(paper.size / 1024)} KB</span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

/** What an edit changed since the revision before, old and new. */
export function Changes({ before, after }: { before: PurchaseOrder; after: PurchaseOrder }) {
  const changes: Change[] = documentType(after.documentType).changes(before, after);
  return (
    <section aria-labelledby="changes">
      <SectionTitle id="changes">Changed since the revision before</SectionTitle>
      {changes.length === 0 && <p className="text-soft">Nothing: it was sent in again as it was.</p>}
      <dl className="grid grid-cols-[7.5rem_1fr] gap-y-1">
        {changes.map((change) => (
          <div key={change.label} className="contents">
            <dt className="text-soft">{change.label}</dt>
            <dd>
              <del className="text-declined">{change.before}</del> <span aria-hidden="true">→</span>{" "}
              <ins className="font-semibold text-approved no-underline">{change.after}</ins>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
