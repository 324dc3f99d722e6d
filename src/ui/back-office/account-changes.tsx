import Link from "next/link";
import { OldNew } from "../document/facts";
import { SectionTitle } from "../primitives";

type Change = {
  at: string;
  by: string;
  why: string;
  document: string | null;
  changes: readonly { label: string; before: string; after: string }[];
};

/** Every change of an account, the latest first, as old and new, with who or what made it and why. */
export function AccountChanges({ changes }: { changes: readonly Change[] }) {
  return (
    <section aria-labelledby="changed" className="min-w-0 lg:col-span-2">
      <SectionTitle id="changed">What was changed</SectionTitle>
      {changes.length === 0 && <p className="text-soft">Nothing since the account was entered.</p>}
      <ol>
        {changes.map(({ at, by, why, document, changes: list }) => (
          <li key={at + why} className="border-b border-rule/70 py-1.5">
            <span className="text-sm text-soft">
              {at}, {by}: {document ? <Link href={`/documents/${document}`}>{why}</Link> : why}
            </span>
            <ul>
              {list.map(({ label, before, after }) => (
                <li key={label} className="break-words">
                  {label}: <OldNew before={before} after={after} />
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  );
}
