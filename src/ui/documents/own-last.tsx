import Link from "next/link";
import type { DocumentRow } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { SectionTitle, StatusMark } from "../primitives";

/** The documents that the reader entered last, beside where the next is begun. */
export function OwnLast({ rows, many }: { rows: readonly DocumentRow[]; many: string }) {
  return (
    <section aria-labelledby="own-last">
      <SectionTitle id="own-last">Your last {many}</SectionTitle>
      {rows.length === 0 ? (
        <p className="text-soft">You have entered none yet. Once you have, the last six stand here.</p>
      ) : (
        <ul className="border-t border-rule">
          {rows.map((row) => (
            <li key={row.id} className="border-b border-rule py-2">
              <span className="flex items-baseline justify-between gap-3">
                <Link href={`/documents/${row.id}`} className="min-w-0">
                  {row.title || `Untitled ${row.typeName}`}
                </Link>
                <span className="whitespace-nowrap">{row.amount.minor !== 0 && formatMoney(row.amount)}</span>
              </span>
              <span className="flex items-baseline justify-between gap-3 text-sm text-soft">
                <span className="min-w-0">{[row.number, row.party].filter(Boolean).join(", ")}</span>
                <StatusMark status={row.held ? "held" : row.status} />
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
