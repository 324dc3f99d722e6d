import { filledOf, type DocumentState } from "@/core/approval";
import { sayFilledBy } from "@/core/audit-narrative";
import { capital } from "@/core/text";
import type { Names } from "@/core/words";
import { sayMoment } from "../format";
import { SectionTitle } from "../primitives";

/** What deciders filled in, each with who did as what and when. Nothing where nobody did. */
export function FilledIn({ state, words, zone }: { state: DocumentState; words: Names; zone: string }) {
  const filled = filledOf(state);
  if (filled.length === 0) return null;
  return (
    <section aria-labelledby="filled-in">
      <SectionTitle id="filled-in">Filled in on approval</SectionTitle>
      <dl className="grid grid-cols-[7.5rem_1fr] gap-y-1">
        {filled.map((one) => (
          <div key={one.field} className="contents">
            <dt className="text-soft">{capital(words.field(one.field))}</dt>
            <dd className="min-w-0 break-words">
              {words.fieldValue(one.field, one.value)}
              <span className="block text-sm text-soft">{sayFilledBy(one, sayMoment(one.at, zone), words)}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
