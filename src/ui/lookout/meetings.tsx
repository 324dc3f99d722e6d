import { Table } from "../tables";
import type { Drawn } from "./drawn";

/** A finding of an earlier version has no table. */
const NOBODY = { rows: [], columns: [], met: [] };

/** Who meets whom: how often each did, the darker the oftener, and the two that stand out with a frame. */
export function Meetings({ figures, people }: Drawn<"pairs">) {
  const { met, expected, all, one, other, people: both, kind, whole = NOBODY } = figures;
  const name = (id: string) => people[id] ?? id;
  const [first, second] = both.map(name);
  const most = Math.max(1, ...whole.met.flat());
  const isPair = (row: string, column: string) =>
    (row === both[0] && column === both[1]) || (kind === "decide together" && row === both[1] && column === both[0]);
  const head = kind === "decide together" ? "Decided with" : "Documents of";
  return (
    <div className="max-w-4xl">
      {whole.rows.length > 0 && (
        <Table
          label={
            kind === "decide together" ? "Who decided together, and how often" : "Who decided for whom, and how often"
          }
          small
          heads={[{ label: head }, ...whole.columns.map((id) => ({ label: name(id), key: id, right: true }))]}
        >
          {whole.rows.map((row, r) => (
            <tr key={row} className="border-b border-rule/70">
              <th scope="row" className="text-left font-normal whitespace-nowrap">
                {name(row)}
              </th>
              {whole.columns.map((column, c) => {
                const count = whole.met[r]![c]!;
                const isSelf = kind === "decide together" && row === column;
                return (
                  <td key={column} className="p-0! text-right">
                    <span
                      className={`block px-2 py-1 ${isPair(row, column) ? "font-semibold outline-2 -outline-offset-2 outline-signal" : ""}`}
                      style={{ backgroundColor: `rgb(15 76 92 / ${isSelf ? 0 : (count / most) * 0.35})` }}
                    >
                      {isSelf ? "" : count}
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </Table>
      )}
      <p className="mt-2 text-sm text-soft">
        {met} where {Number(expected.toFixed(1))} would be expected: of {all} documents at which others could have
        decided too, {kind === "decide together" ? `${first} decided on ${one}` : `${one} were of ${first}`}, {second}{" "}
        decided on {other}.
      </p>
    </div>
  );
}
