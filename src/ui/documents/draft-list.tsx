"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { DocumentRow } from "@/core/documents";
import { formatAmount, formatMoney, money } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { joinWords } from "@/core/text";
import { useIntent } from "../intent";
import { Button, Empty, Refusals } from "../primitives";
import { Table } from "../tables";

type Row = DocumentRow & { group: string };
type Answer = { done: string[]; says: string; refused: { document: string; number: string; why: string }[] };

/** Drafts of one's own with a tick for each, what is ticked together, and one button for all of them. */
export function DraftList({ rows }: { rows: Row[] }) {
  const router = useRouter();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const intend = useIntent();
  const chosen = rows.filter(({ id }) => ticked.has(id));
  const set = (id: string, on: boolean) =>
    setTicked((now) => new Set(on ? [...now, id] : [...now].filter((one) => one !== id)));
  const go = async () => {
    setBusy(true);
    const drafts = chosen.map(({ id, updatedAt }) => ({ document: id, updatedAt }));
    const result = await intend<Answer>("/api/together/submit", { drafts });
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    setRefusals([]);
    setAnswer(result.value);
    setTicked(new Set());
    router.refresh();
  };
  return (
    <>
      <div role="status">{answer && <Outcome answer={answer} />}</div>
      <Refusals refusals={[...refusals]} />
      {rows.length === 0 ? (
        <Empty>No draft of yours fits. A document that you save and do not submit stands here.</Empty>
      ) : (
        <>
          <Table
            label="Your drafts"
            heads={[
              { label: <AllTick rows={rows} ticked={ticked} onChange={setTicked} />, key: "tick" },
              { label: "Draft" },
              { label: "Supplier or customer" },
              { label: "Amount", right: true },
            ]}
          >
            {rows.map((row) => (
              <tr key={row.id}>
                <td className="w-10">
                  <input
                    type="checkbox"
                    className="size-4 accent-harbour"
                    aria-label={`${row.number}, ${row.title || `untitled ${row.typeName}`}`}
                    checked={ticked.has(row.id)}
                    onChange={(event) => set(row.id, event.target.checked)}
                  />
                </td>
                <td>
                  <Link href={`/documents/${row.id}`}>{row.title || `Untitled ${row.typeName}`}</Link>
                  <span className="block text-sm text-soft">
                    {row.number}, {row.typeName}
                  </span>
                </td>
                <td>
                  {row.party || "none yet"}
                  {row.group && <span className="block text-sm text-soft">{row.group}</span>}
                </td>
                <td className="text-right font-medium whitespace-nowrap">
                  {formatAmount(row.amount)}{" "}
                  <span className="text-sm font-normal text-soft">{row.amount.currency}</span>
                </td>
              </tr>
            ))}
          </Table>
          <div className="no-print bar-below flex items-center gap-4 border-t border-rule bg-paper py-3">
            <Button look="solid" disabled={busy || chosen.length === 0} onClick={() => void go()}>
              {chosen.length === 0 ? "Submit what is ticked" : `Submit ${sayDrafts(chosen)}`}
            </Button>
          </div>
        </>
      )}
    </>
  );
}

/** @example "3 drafts, 1,250.00 EUR and 400.00 NOK" */
function sayDrafts(chosen: readonly Row[]): string {
  const sums = new Map<string, number>();
  for (const { amount } of chosen) sums.set(amount.currency, (sums.get(amount.currency) ?? 0) + amount.minor);
  // A change of a phone number comes to nothing, which is not worth a figure.
  const said = joinWords(
    [...sums].filter(([, minor]) => minor !== 0).map(([currency, minor]) => formatMoney(money(minor, currency))),
    "and",
  );
  return `${chosen.length} ${chosen.length === 1 ? "draft" : "drafts"}${said && `, ${said}`}`;
}

function AllTick({
  rows,
  ticked,
  onChange,
}: {
  rows: readonly Row[];
  ticked: ReadonlySet<string>;
  onChange(ticked: ReadonlySet<string>): void;
}) {
  return (
    <input
      type="checkbox"
      className="size-4 accent-harbour"
      aria-label="All drafts shown"
      checked={rows.every(({ id }) => ticked.has(id))}
      onChange={(event) => onChange(new Set(event.target.checked ? rows.map(({ id }) => id) : []))}
    />
  );
}

function Outcome({ answer: { done, says, refused } }: { answer: Answer }) {
  return (
    <div className="mb-3 border-l-3 border-harbour bg-panel px-3 py-2">
      {done.length > 0 && (
        <p>
          {done.length} submitted{says && `, ${says}`}:{" "}
          {done.map((id, index) => (
            <span key={id}>
              {index > 0 && ", "}
              <Link href={`/documents/${id}`}>{id.toUpperCase()}</Link>
            </span>
          ))}
          .
        </p>
      )}
      {refused.length > 0 && (
        <>
          <p className="text-held">
            {refused.length} not submitted, and still {refused.length === 1 ? "a draft" : "drafts"}:
          </p>
          <ul>
            {refused.map(({ document, number, why }) => (
              <li key={document}>
                <Link href={`/documents/${document}/edit`}>{number}</Link>: {why}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
