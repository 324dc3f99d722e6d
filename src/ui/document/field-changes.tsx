import { type RefusedPart } from "@/core/documents";
import { formatMoney, money } from "@/core/money";
import { FactTable, refusalOf } from "./facts";
import { sayField, sayLabel, type Names } from "@/core/words";

type Value = Parameters<typeof sayField>[1];

/** Controlled fields as old and new, each with what became of it in deciding. */
export function FieldChanges({
  title,
  changes,
  labels,
  refused,
  currency,
  words,
}: {
  title: string;
  changes: readonly { field: string; before: Value; after: Value }[];
  labels: Readonly<Record<string, string>>;
  refused: readonly RefusedPart[];
  currency: string;
  words: Names;
}) {
  return (
    <FactTable id="what" title={title} columns={[{ label: "Field" }, { label: "Now" }, { label: "To be" }]}>
      {changes.map(({ field, before, after }) => {
        const cut = refusalOf(refused, field);
        return (
          <tr key={field} className="border-b border-rule/70 align-top">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              {sayLabel(labels[field] ?? field, words)}
            </th>
            <td className="text-soft">{sayField(field, before, words)}</td>
            <td className="font-semibold">
              {cut ? (
                <>
                  <del className="font-normal text-declined">{sayField(field, after, words)}</del>
                  <span className="block text-held">
                    {cut.allowed === null
                      ? "refused, stays as it is"
                      : `granted up to ${formatMoney(money(cut.allowed, currency))}`}
                  </span>
                </>
              ) : (
                sayField(field, after, words)
              )}
            </td>
          </tr>
        );
      })}
    </FactTable>
  );
}
