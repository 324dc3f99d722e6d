import { brokenRules, invoiceTotals, lateFor, matchOf, type Difference, type SupplierInvoice } from "@/core/documents";
import { formatAmount, formatMoney, money } from "@/core/money";
import { sayDate } from "@/core/text";
import { sayMatch } from "@/core/words";
import {
  FactTable,
  Particulars,
  Total,
  ownOf,
  ownOfAccount,
  peopleOf,
  sayAll,
  sayOwn,
  type FactsProps,
} from "../document/facts";

/** An invoice against its order and what came in, line by line, with its own arithmetic. */
export function InvoiceFacts({ document: invoice, looking, words }: FactsProps<SupplierInvoice>) {
  const { net, tax, gross, due } = invoiceTotals(invoice);
  const say = (minor: number) => formatAmount(money(minor, invoice.currency));
  const match = matchOf(invoice, looking);
  const broken = brokenRules(invoice);
  const wrong = (...rules: string[]) => {
    const found = broken.find((one) => rules.includes(one.rule) && one.line === undefined);
    return found && `comes to ${formatMoney(found.computed)} (${found.rule})`;
  };
  const ordered = looking.around.order?.lines ?? [];
  return (
    <FactTable
      id="what"
      title={
        match.outcome === "no-order"
          ? `What is charged. ${sayMatch(match.why, words)}`
          : `Charged against ${invoice.orderNumber}`
      }
      columns={[
        { label: "Line" },
        { label: "Quantity", right: true },
        { label: "Ordered, received", right: true },
        { label: "Price", right: true },
        { label: "Ordered at", right: true },
        { label: `Net, ${invoice.currency}`, right: true },
      ]}
      foot={
        <>
          {match.beside.map((one) => (
            <tr key={one.kind}>
              <td colSpan={6}>
                <DifferenceLine difference={one} />
              </td>
            </tr>
          ))}
          <Total label="Net total" span={5} value={say(net.minor)} wrong={wrong("BR-CO-10", "BR-CO-13")} />
          <Total label="Tax" span={5} value={say(tax.minor)} wrong={wrong("BR-CO-14", "BR-CO-17")} />
          <Total label="Gross total" span={5} value={say(gross.minor)} strong wrong={wrong("BR-CO-15")} />
          {due.minor !== gross.minor && <Total label="Due" span={5} value={say(due.minor)} wrong={wrong("BR-CO-16")} />}
        </>
      }
    >
      {invoice.lines.map((line, index) => {
        const matched = match.lines[index];
        const against = matched?.orderLine ? ordered[matched.orderLine - 1] : undefined;
        const off = broken.find((one) => one.line === index + 1);
        return (
          <tr key={index} className="border-b border-rule/70 align-top">
            <td>
              {line.description}
              <span className="block text-sm text-soft">
                {sayAll([
                  words.entry("cost-centres", line.costCentre),
                  words.entry("projects", line.project ?? ""),
                  `tax ${line.taxPercent} %`,
                  ...sayOwn(line, words),
                ])}
              </span>
              {matched?.differences.map((one) => (
                <DifferenceLine key={one.kind} difference={one} />
              ))}
            </td>
            <td className="text-right">{line.quantity}</td>
            <td className="text-right text-soft">{against ? `${against.quantity}, ${against.received}` : "—"}</td>
            <td className="text-right">{say(line.unitPrice)}</td>
            <td className="text-right text-soft">{against ? say(against.unitPrice) : "—"}</td>
            <td className="text-right">
              {say(line.net)}
              {off && <span className="block text-sm text-held">comes to {say(off.computed.minor)}</span>}
            </td>
          </tr>
        );
      })}
    </FactTable>
  );
}

function DifferenceLine({ difference }: { difference: Difference }) {
  const { kind, by, tolerance, within } = difference;
  const what = {
    price: "dearer",
    quantity: "more than ordered",
    "not received": "not received",
    "not ordered": "not on the order",
    currency: "another currency",
    tax: "tax at a higher rate",
    "beside the lines": "charged beside the lines",
  }[kind];
  return (
    <span className={`block text-sm ${within ? "text-soft" : "text-held"}`}>
      {within ? "✓" : "✗"} {what}, {formatMoney(by)}
      {(kind === "price" || kind === "beside the lines") && ` (tolerance ${formatMoney(tolerance)})`}
    </span>
  );
}

export function InvoiceParticulars({
  document: invoice,
  names,
  looking,
  expected,
  words,
}: FactsProps<SupplierInvoice>) {
  const late = expected ? lateFor(invoice, expected) : [];
  const { supplier } = looking.around;
  const until = (last: string, which: "due" | "discount", more = "") => (
    <>
      {sayDate(last)}
      {more}
      {late.includes(which) && (
        <span className="block text-sm text-held">before the chain is expected to end, {sayDate(expected!)}</span>
      )}
    </>
  );
  return (
    <Particulars
      items={[
        ["Supplier", invoice.supplier],
        ["Own limit", supplier?.limit && formatMoney(supplier.limit)],
        ["Their number", invoice.invoiceNumber],
        ["Order", invoice.orderNumber],
        ["Dated", sayDate(invoice.date)],
        ["Due", invoice.dueDate && until(invoice.dueDate, "due")],
        ["Discount", invoice.discountDate && until(invoice.discountDate, "discount", `, ${invoice.discountPercent} %`)],
        ["Expected", late.length === 0 && expected && `decided by ${sayDate(expected)}`],
        ["To account", invoice.bankAccount],
        ["Receiver", invoice.receiver && names(invoice.receiver)],
        ...peopleOf(invoice, names),
        ...ownOf(invoice, words),
        ...ownOfAccount(looking, words),
      ]}
      note={invoice.note}
    />
  );
}
