import Link from "next/link";
import { formatAmount } from "@/core/money";
import { EFFECT_WORDS, sayAsked, sayAskedOtherwise, type RehearsalNames } from "@/core/words";
import { countOf } from "@/core/text";
import type { RehearsalAnswer, Differs } from "@/core/rehearsal";
import { Table } from "../tables";

/** The documents that the two versions treat otherwise, the largest first, each with what is asked otherwise. */
export function Differing({
  answer,
  labels,
  names,
  noun,
  currency,
  titles,
}: {
  answer: RehearsalAnswer;
  labels: readonly { number: string; title: string; ofFile?: true }[];
  names: RehearsalNames;
  noun: { one: string; many: string };
  currency: string;
  /** How both versions are called, in short. */
  titles: readonly [before: string, after: string];
}) {
  const { differs, differing } = answer;
  const kinds = [...answer.effects].filter(([, { documents }]) => documents > 0);
  return (
    <section aria-labelledby="differing">
      <h2 id="differing" className="font-sans text-base font-semibold">
        {differing === 0
          ? `No ${noun.one} goes another way`
          : `${countOf(differing, noun.one, noun.many)} ${differing === 1 ? "goes" : "go"} another way`}
      </h2>
      <p className="text-sm text-soft">
        {kinds
          .map(([kind, { documents }]) => `${EFFECT_WORDS[kind]}: ${documents.toLocaleString("en-GB")}`)
          .join(" · ")}
        {differing > differs.length && ` · the ${differs.length} largest are listed`}
      </p>
      {differs.length > 0 && (
        <Table
          label={`${noun.many} that go another way`}
          small
          tall
          heads={[
            { label: "Number" },
            { label: "What" },
            { label: `Amount, ${currency}`, right: true },
            { label: "Instead" },
          ]}
        >
          {differs.map((one) => (
            <tr key={one.id}>
              <td className="whitespace-nowrap">
                {labels[one.index]?.ofFile ? (
                  labels[one.index]!.number
                ) : (
                  <Link href={`/documents/${one.id}`}>{labels[one.index]?.number ?? one.id}</Link>
                )}
              </td>
              <td>{labels[one.index]?.title ?? ""}</td>
              <td className="text-right whitespace-nowrap">
                {one.minor === null ? "not known" : formatAmount({ minor: one.minor, currency })}
              </td>
              <td>
                <Instead one={one} names={names} titles={titles} />
              </td>
            </tr>
          ))}
        </Table>
      )}
    </section>
  );
}

/** What is asked otherwise; opened, where either version sends the document, side by side. */
function Instead({
  one: { difference, before, after },
  names,
  titles,
}: {
  one: Differs;
  names: RehearsalNames;
  titles: readonly [before: string, after: string];
}) {
  return (
    <details>
      <summary className="min-h-6">{sayAskedOtherwise(difference, names).join("; ")}</summary>
      <div className="grid gap-x-6 gap-y-2 py-1 sm:grid-cols-2">
        {([before, after] as const).map((way, index) => (
          <div key={index}>
            <p className="font-semibold">{titles[index]}</p>
            {way.levels.length === 0 && <p className="text-soft">{SENT[way.outcome]}</p>}
            <ol className="list-decimal pl-5">
              {way.levels.map((level) => (
                <li key={level.level}>
                  {names.level(level.level)} <span className="text-soft">{sayAsked(level, names)}</span>
                </li>
              ))}
            </ol>
          </div>
        ))}
      </div>
    </details>
  );
}

const SENT = {
  chain: "Nobody is asked.",
  "no approval needed": "Nobody has to approve.",
  held: "It would be held.",
} as const;
