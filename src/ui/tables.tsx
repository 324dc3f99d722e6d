import Link from "next/link";
import type { ReactNode } from "react";

/** The head of a column; `hidden` where it is only read aloud. */
export type Head = {
  label: ReactNode;
  right?: boolean | undefined;
  key?: string;
  hidden?: boolean;
  /** Where rows can stand by it: the address that has them do so, and whether they do now. */
  sort?: { href: string; now: "ascending" | "descending" | null } | undefined;
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
  /** No higher than the screen, where it scrolls by itself below its heads. */
  tall?: boolean;
  /** On wide screens alone, where a list takes its place on a phone. */
  wide?: boolean;
  children: ReactNode;
} & ({ label: string } | { labelledBy: string });

const LEAST = { "40rem": "min-w-[40rem]", "44rem": "min-w-[44rem]", "52rem": "min-w-[52rem]" } as const;

/** Where there is room for it, that is; on paper it is whole. */
const TALL =
  "[@media(min-height:40rem)]:max-h-[calc(100dvh-9rem)] [@media(min-height:40rem)]:overflow-y-auto print:max-h-none! print:overflow-visible! [&_thead_th]:sticky [&_thead_th]:top-0 [&_thead_th]:z-1 [&_thead_th]:bg-paper [&_thead_th]:shadow-[inset_0_-1px_0_var(--color-soft)]";

/** The one table of the pages: a line under its heads and under each row; where the page is too narrow, it scrolls by itself and not the page. */
export function Table({
  heads,
  foot,
  small = false,
  least,
  most,
  tall = false,
  wide = false,
  children,
  ...name
}: Props) {
  // Named as the part of the page that it is in, it is no second part of that name.
  const named =
    "label" in name
      ? ({ role: "region", "aria-label": name.label } as const)
      : ({ role: "group", "aria-labelledby": name.labelledBy } as const);
  const place = `${wide ? "hidden md:block" : ""} ${most ? "max-h-80 overflow-y-auto" : ""} ${tall ? TALL : ""}`;
  return (
    <div className={`relative overflow-x-auto ${place}`} tabIndex={0} {...named}>
      <table
        className={`w-full border-collapse [&_td]:pr-3 md:[&_td]:pr-4 [&_td]:align-top [&_td:last-child]:pr-0! ${small ? "text-sm [&_td]:py-1" : "[&_td]:py-1.5"} ${least ? LEAST[least] : ""}`}
      >
        <thead>
          <tr className="border-b border-ink/40 text-left align-bottom text-sm text-soft">
            {heads.map((head, index) => (
              <th
                key={head.key ?? index}
                scope="col"
                aria-sort={head.sort?.now ?? undefined}
                className={`py-1.5 pr-3 font-normal last:pr-0 md:pr-4 md:last:pr-0 ${head.right ? "text-right" : ""}`}
              >
                {head.hidden ? (
                  <span className="sr-only">{head.label}</span>
                ) : (
                  <HeadLabel label={head.label} sort={head.sort} />
                )}
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

const ARROWS = { ascending: "▲", descending: "▼" } as const;

/** A heading by which rows can stand is a link, with an arrow where they do; what it does when pressed is what its column does not do yet. */
function HeadLabel({ label, sort }: Pick<Head, "label" | "sort">) {
  if (!sort) return label;
  return (
    <Link
      href={sort.href}
      scroll={false}
      className={`inline-flex min-h-6 items-center gap-1 no-underline hover:underline ${sort.now ? "font-semibold text-ink" : "text-soft"}`}
    >
      {label}
      {sort.now && (
        <span aria-hidden="true" className="text-[9px]">
          {ARROWS[sort.now]}
        </span>
      )}
    </Link>
  );
}
