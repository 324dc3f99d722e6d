import Link from "next/link";
import { formatAmount } from "@/core/money";
import { EFFECT_WORDS, sayAsked, sayAskedOtherwise, type RehearsalNames } from "@/core/words";
import { countOf } from "@/core/text";
import type { Answer, Differs } from "@/workers/rehearsal";
import { Table } from "../tables";

/** The documents that the two versions treat otherwise, the largest first, each with what is asked otherwise. */
export function Differing({
  answer,
  labels,
  names,
  noun,
  currency,
}: {
  answer: Answer;
  labels: readonly { number: string; title: string }[];
  names: RehearsalNames;
  noun: { one: string; many: string };
  currency: string;
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
        {kinds.map(([kind, { documents }]) => `${documents.toLocaleString("en-GB")} ${EFFECT_WORDS[kind]}`).join(" · ")}
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
                <Link href={`/documents/${one.id}`}>{labels[one.index]?.number ?? one.id}</Link>
              </td>
              <td>{labels[one.index]?.title ?? ""}</td>
              <td className="text-right whitespace-nowrap">
                {one.minor === null ? "not known" : formatAmount({ minor: one.minor, currency })}
              </td>
              <td>
                <Instead one={one} names={names} />
              </td>
            </tr>
          ))}
        </Table>
      )}
    </section>
  );
}

/** What is asked otherwise; opened, who is asked at each of these levels. */
function Instead({ one: { difference }, names }: { one: Differs; names: RehearsalNames }) {
  const { added, removed } = difference;
  const said = sayAskedOtherwise(difference, names).join("; ");
  if (added.length + removed.length === 0) return said;
  return (
    <details>
      <summary className="min-h-6">{said}</summary>
      <ul className="pl-4 text-soft">
        {[...removed, ...added].map((level) => (
          <li key={level.level}>
            {names.level(level.level)}: {sayAsked(level, names)}
          </li>
        ))}
      </ul>
    </details>
  );
}
