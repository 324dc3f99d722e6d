import { formatAmount, minorDigits } from "@/core/money";
import { type RehearsalAnswer, TREATMENTS } from "@/core/rehearsal";
import { placeOn, ticksOf, type Domain } from "../board/geometry";
import { sayNumber } from "../format";
import { Table } from "../tables";
import type { Side } from "./side";

/** What the picture shows, as a table: documents between the ticks of the axis, and how they are treated. */
export function AsTables({
  answer: { amounts },
  sides: { before, after },
  domain,
  currency,
}: {
  answer: RehearsalAnswer;
  sides: { before: Side; after: Side };
  domain: Domain;
  currency: string;
}) {
  const ids = [before.section?.id, after.section?.id];
  const ticks = ticksOf(domain, 10 ** minorDigits(currency)).filter((tick) => placeOn(domain, tick) < 1);
  const rows = [...ticks, Infinity].map((to, index) => ({
    from: ticks[index - 1],
    to,
    ...Object.fromEntries(TREATMENTS.map((effect) => [effect, 0])),
  })) as { from: number | undefined; to: number; same: number; fewer: number; more: number; other: number }[];
  amounts.minor.forEach((amount, index) => {
    if (Number.isNaN(amount) || !ids.includes(amounts.section[index] ?? undefined)) return;
    rows.find(({ to }) => amount < to)![TREATMENTS[amounts.treated[index]!]!] += 1;
  });
  const said = (minor: number | undefined) =>
    minor === undefined || minor === Infinity ? "—" : formatAmount({ minor, currency });
  return (
    <details>
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">The picture as a table</summary>
      <Table
        label="Documents by amount, and how they are treated"
        small
        heads={[
          { label: `From, ${currency}`, right: true },
          { label: "Under", right: true },
          { label: "As before", right: true },
          { label: "Fewer approvals", right: true },
          { label: "More approvals", right: true },
          { label: "Other people or held", right: true },
        ]}
      >
        {rows.map((row) => (
          <tr key={row.to}>
            <td className="text-right">{said(row.from)}</td>
            <td className="text-right">{said(row.to)}</td>
            {TREATMENTS.map((effect) => (
              <td key={effect} className="text-right">
                {sayNumber(row[effect])}
              </td>
            ))}
          </tr>
        ))}
      </Table>
    </details>
  );
}
