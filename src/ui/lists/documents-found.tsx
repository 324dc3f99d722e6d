import type { ReactNode } from "react";
import { countOf } from "@/core/text";
import { formatMoney } from "@/core/money";
import type { ListKey } from "@/core/listing";
import { Announced } from "../frame/announced";
import { Views } from "../listing/views";

/** How many were found and what they come to, what of the filters could not be read, and the ways to save or take along what is shown. */
export function DocumentsFound({
  list,
  totals,
  unread,
  ...rest
}: {
  list: ListKey;
  totals: readonly { currency: string; count: number; gross: number }[];
  unread: readonly string[];
  views: readonly { name: string; query: string }[];
  address: string;
  files: { path: string; formats: readonly string[] };
}): ReactNode {
  const count = totals.reduce((sum, one) => sum + one.count, 0);
  return (
    <>
      {unread.length > 0 && (
        <p role="status" className="no-print mb-2 border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
          Left out, since it cannot be read: {unread.join(", ")}.
        </p>
      )}
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2 border-y border-rule py-2">
        <Announced text={countOf(count, "document")} />
        <p className="flex flex-wrap gap-x-4">
          {count === 0 ? (
            "Nothing fits. Remove a filter."
          ) : (
            <>
              <b className="font-semibold">{countOf(count, "document")}</b>
              {totals.map(({ currency, count: some, gross }) => (
                <span key={currency} className="whitespace-nowrap">
                  {formatMoney({ minor: gross, currency })} gross
                  {totals.length > 1 && <span className="text-soft"> in {some.toLocaleString("en-GB")}</span>}
                </span>
              ))}
            </>
          )}
        </p>
        <Views list={list} {...rest} />
      </div>
    </>
  );
}
