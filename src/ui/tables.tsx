import type { ReactNode } from "react";

/** The head of a column; `hidden` where it is only read aloud, `sorted` where rows stand by it. */
export type Head = {
  label: ReactNode;
  right?: boolean | undefined;
  key?: string;
  hidden?: boolean;
  sorted?: boolean;
};

type Props = {
  heads: readonly Head[];
  /** Totals below the rows. */
  foot?: ReactNode;
  /** In small letters, where many columns or rows stand together. */
  small?: boolean;
  /** Narrower than this it scrolls by itself, and not the page. */
  least?: "40rem" | "44rem" | "52rem";
  /** Higher than this it scrolls. */
  most?: "20rem";
  /** On wide screens alone, where a list takes its place on a phone. */
  wide?: boolean;
  children: ReactNode;
} & ({ label: string } | { labelledBy: string });

const LEAST = { "40rem": "min-w-[40rem]", "44rem": "min-w-[44rem]", "52rem": "min-w-[52rem]" } as const;

/** The one table of the pages: a line under its heads and under each row; where the page is too narrow, it scrolls by itself and not the page. */
export function Table({ heads, foot, small = false, least, most, wide = false, children, ...name }: Props) {
  const named = "label" in name ? { "aria-label": name.label } : { "aria-labelledby": name.labelledBy };
  const place = `${wide ? "hidden md:block" : ""} ${most ? "max-h-80 overflow-y-auto" : ""}`;
  return (
    <div className={`relative overflow-x-auto ${place}`} role="region" tabIndex={0} {...named}>
      <table
        className={`w-full border-collapse [&_td]:pr-3 md:[&_td]:pr-4 [&_td]:align-top [&_td:last-child]:pr-0! ${small ? "text-sm [&_td]:py-1" : "[&_td]:py-1.5"} ${least ? LEAST[least] : ""}`}
      >
        <thead>
          <tr className="border-b border-ink/40 text-left align-bottom text-sm text-soft">
            {heads.map((head, index) => (
              <th
                key={head.key ?? index}
                scope="col"
                aria-sort={head.sorted ? "ascending" : undefined}
                className={`py-1.5 pr-3 font-normal last:pr-0 md:pr-4 md:last:pr-0 ${head.right ? "text-right" : ""}`}
              >
                {head.hidden ? <span className="sr-only">{head.label}</span> : head.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="[&>tr]:border-b [&>tr]:border-rule/70">{children}</tbody>
        {foot && (
          <tfoot className="[&_td]:py-1 [&_td]:text-right [&_th]:py-1 [&_th]:pr-3 [&_th]:text-right [&_th]:font-normal">
            {foot}
          </tfoot>
        )}
      </table>
    </div>
  );
}
