import { formatAmount } from "@/core/money";
import type { Directory } from "@/core/people";
import type { RehearsalAnswer, Tally } from "@/core/rehearsal";
import { sayNumber } from "../format";
import { Table } from "../tables";

const MOST = 8;

/** For whom most is asked more or less often: units, and those whose documents they are. */
export function Gains({
  answer,
  directory,
  currency,
}: {
  answer: RehearsalAnswer;
  directory: Directory;
  currency: string;
}) {
  const { before, after } = answer;
  const unit = (id: string) => directory.unit(id)?.name ?? id;
  const person = (id: string) => directory.person(id)?.name ?? id;
  return (
    <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
      <Changes
        title="Units whose documents are asked about otherwise"
        was={before.byUnit}
        is={after.byUnit}
        name={unit}
        currency={currency}
      />
      <Changes
        title="People whose documents are asked about otherwise"
        was={before.byRequester}
        is={after.byRequester}
        name={person}
        currency={currency}
      />
    </div>
  );
}

function Changes({
  title,
  was,
  is,
  name,
  currency,
}: {
  title: string;
  was: ReadonlyMap<string, Tally>;
  is: ReadonlyMap<string, Tally>;
  name(id: string): string;
  currency: string;
}) {
  const rows = [...new Set([...was.keys(), ...is.keys()])]
    .map((id) => {
      const [one, other] = [was.get(id), is.get(id)];
      return {
        id,
        documents: other?.documents ?? one?.documents ?? 0,
        value: other?.value ?? one?.value ?? 0,
        change: (other?.approvals ?? 0) - (one?.approvals ?? 0),
      };
    })
    .filter(({ change }) => change !== 0)
    .sort((a, b) => Math.abs(b.change) - Math.abs(a.change) || a.id.localeCompare(b.id))
    .slice(0, MOST);
  if (rows.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="font-sans text-sm font-semibold">{title}</h3>
      <Table
        label={`${title}, approvals`}
        small
        heads={[
          { label: "Name" },
          { label: "Documents", right: true },
          { label: `Value, ${currency}`, right: true },
          { label: "Approvals", right: true },
        ]}
      >
        {rows.map(({ id, documents, value, change }) => (
          <tr key={id}>
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {name(id)}
            </th>
            <td className="text-right">{sayNumber(documents)}</td>
            <td className="text-right whitespace-nowrap">{formatAmount({ minor: value, currency })}</td>
            <td className="text-right font-semibold whitespace-nowrap">
              {change > 0 ? `${sayNumber(change)} more` : `${sayNumber(-change)} fewer`}
            </td>
          </tr>
        ))}
      </Table>
    </section>
  );
}
