import { lineNet, orderTotals, type PurchaseOrder } from "@/core/documents";
import { formatAmount, formatMoney, money } from "@/core/money";
import { sayDate } from "@/core/text";
import {
  FactTable,
  Particulars,
  Total,
  ownOf,
  ownOfAccount,
  peopleOf,
  refusalOf,
  sayAll,
  sayOwn,
  type FactsProps,
} from "../document/facts";
import { SectionTitle } from "../primitives";

/** What is ordered: lines and totals, exact; of a change order, what was committed before and is after. */
export function OrderFacts({ document: order, refused, looking, words }: FactsProps<PurchaseOrder>) {
  const { net, tax, gross } = orderTotals(order);
  const say = (minor: number) => formatAmount(money(minor, order.currency));
  const before = looking.around.order?.committed;
  return (
    <>
      {order.changeOf && before && (
        <section aria-labelledby="committed">
          <SectionTitle id="committed">Committed by {order.changeOf}</SectionTitle>
          <dl className="grid grid-cols-3 gap-4 border-y border-rule py-2">
            {(
              [
                ["Before", before.net],
                ["After this change", net],
                ["Difference", money(net.minor - before.net.minor, net.currency)],
              ] as const
            ).map(([label, amount]) => (
              <div key={label}>
                <dt className="text-sm text-soft">{label}</dt>
                <dd className="text-lg font-semibold">{formatMoney(amount)}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
      <FactTable
        id="what"
        title="What is ordered"
        columns={[
          { label: "Line" },
          { label: "Quantity", right: true },
          { label: "Price", right: true },
          { label: "Tax", right: true },
          { label: `Net, ${order.currency}`, right: true },
        ]}
        foot={
          <>
            <Total label="Net total" span={4} value={say(net.minor)} strong />
            <Total label="Tax" span={4} value={say(tax.minor)} />
            <Total label="Gross total" span={4} value={say(gross.minor)} />
          </>
        }
      >
        {order.lines.map((line, index) => {
          const gone = refusalOf(refused, `line ${index + 1}`);
          return (
            <tr key={index} className={`border-b border-rule/70 align-top ${gone ? "text-soft line-through" : ""}`}>
              <td>
                {line.description}
                <span className="block text-sm text-soft">
                  {sayAll([
                    words.entry("order-categories", line.category),
                    words.entry("cost-centres", line.costCentre),
                    words.entry("projects", line.project ?? ""),
                    ...sayOwn(line, words),
                    gone ? "refused" : "",
                  ])}
                </span>
              </td>
              <td className="text-right">{line.quantity}</td>
              <td className="text-right">{say(line.unitPrice)}</td>
              <td className="text-right whitespace-nowrap">{line.taxPercent} %</td>
              <td className="text-right">{say(lineNet(line))}</td>
            </tr>
          );
        })}
      </FactTable>
    </>
  );
}

export function OrderParticulars({ document: order, names, looking, words }: FactsProps<PurchaseOrder>) {
  return (
    <Particulars
      items={[
        ["Supplier", order.supplier],
        ["Changes", order.changeOf],
        ["Dated", sayDate(order.date)],
        ["Promised for", order.promisedDate && sayDate(order.promisedDate)],
        ["Receiver", order.receiver && names(order.receiver)],
        ...peopleOf(order, names),
        ...ownOf(order, words),
        ...ownOfAccount(looking, words),
      ]}
      note={order.note}
    />
  );
}
