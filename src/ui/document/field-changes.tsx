import type { RefusedPart } from "@/core/documents";
import { formatMoney, money } from "@/core/money";
import { FactTable, refusalOf } from "./facts";

export type FieldRow = { key: string; label: string; before: string; after: string };

/** Controlled fields as old and new, each with what became of it in deciding. */
export function FieldChanges({
  title,
  rows,
  refused,
  currency,
}: {
  title: string;
  rows: FieldRow[];
  refused: readonly RefusedPart[];
  currency: string;
}) {
  return (
    <FactTable id="what" title={title} columns={[{ label: "Field" }, { label: "Now" }, { label: "To be" }]}>
      {rows.map((row) => {
        const cut = refusalOf(refused, row.key);
        return (
          <tr key={row.key} className="border-b border-rule/70 align-top">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              {row.label}
            </th>
            <td className="text-soft">{row.before}</td>
            <td className="font-semibold">
              {cut ? (
                <>
                  <del className="font-normal text-declined">{row.after}</del>
                  <span className="block text-held">
                    {cut.allowed === null
                      ? "refused, stays as it is"
                      : `granted up to ${formatMoney(money(cut.allowed, currency))}`}
                  </span>
                </>
              ) : (
                row.after
              )}
            </td>
          </tr>
        );
      })}
    </FactTable>
  );
}
