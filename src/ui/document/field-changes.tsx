import { sayValue, type RefusedPart } from "@/core/documents";
import { formatMoney, money } from "@/core/money";
import { FactTable, refusalOf } from "./facts";

type Value = Parameters<typeof sayValue>[0];

/** Controlled fields as old and new, each with what became of it in deciding. */
export function FieldChanges({
  title,
  changes,
  labels,
  refused,
  currency,
}: {
  title: string;
  changes: readonly { field: string; before: Value; after: Value }[];
  labels: Readonly<Record<string, string>>;
  refused: readonly RefusedPart[];
  currency: string;
}) {
  return (
    <FactTable id="what" title={title} columns={[{ label: "Field" }, { label: "Now" }, { label: "To be" }]}>
      {changes.map(({ field, before, after }) => {
        const cut = refusalOf(refused, field);
        return (
          <tr key={field} className="border-b border-rule/70 align-top">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              {labels[field]}
            </th>
            <td className="text-soft">{sayValue(before)}</td>
            <td className="font-semibold">
              {cut ? (
                <>
                  <del className="font-normal text-declined">{sayValue(after)}</del>
                  <span className="block text-held">
                    {cut.allowed === null
                      ? "refused, stays as it is"
                      : `granted up to ${formatMoney(money(cut.allowed, currency))}`}
                  </span>
                </>
              ) : (
                sayValue(after)
              )}
            </td>
          </tr>
        );
      })}
    </FactTable>
  );
}
