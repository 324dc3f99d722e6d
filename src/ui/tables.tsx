import type { ReactNode } from "react";

export type Head = { label: ReactNode; right?: boolean; key?: string };

/** A dense table of a place; where the page is too narrow, it scrolls by itself and not the page. */
export function DenseTable({ label, heads, children }: { label: string; heads: readonly Head[]; children: ReactNode }) {
  return (
    <div className="relative overflow-x-auto" role="region" tabIndex={0} aria-label={label}>
      <table className="w-full border-collapse [&_td]:py-1.5 [&_td]:pr-4 [&_td]:align-top">
        <thead>
          <tr className="border-b border-ink/40 text-left text-sm text-soft">
            {heads.map((head, index) => (
              <th
                key={head.key ?? index}
                scope="col"
                className={`py-1.5 pr-4 font-normal whitespace-nowrap ${head.right ? "text-right" : ""}`}
              >
                {head.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="[&>tr]:border-b [&>tr]:border-rule/70">{children}</tbody>
      </table>
    </div>
  );
}
