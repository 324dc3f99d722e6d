import { TABLES, type Mapping, type TableName } from "@/core/people-table";
import { capital } from "../format";
import { Tick } from "../labelled";
import { Button } from "../primitives";
import { Differences, type HistoryEntry } from "./history";
import { Table } from "../tables";

type Shown = { line: number | null; what: string; differences: HistoryEntry["differences"] };
export type Preview = {
  table: TableName;
  header: string[];
  mapping: Mapping;
  sheets: { name: string; table: TableName; rows: number }[];
  counts: { added: number; changed: number; deactivated: number; unchanged: number; bad: number; rows: number };
  added: Shown[];
  changed: Shown[];
  deactivated: Shown[];
  bad: { table: TableName; line: number; column: string; message: string; row: string }[];
  fingerprint: string;
};

const count = (value: number) => value.toLocaleString("en-GB");

/** What a file would change, in numbers and line by line, with every row that cannot be taken; and the button that writes it. */
export function ImportPreview({
  preview,
  takeGood,
  busy,
  onTakeGood,
  onConfirm,
}: {
  preview: Preview;
  takeGood: boolean;
  busy: boolean;
  onTakeGood(on: boolean): void;
  onConfirm(): void;
}) {
  const { counts } = preview;
  const writes = counts.added + counts.changed + counts.deactivated;
  if (preview.fingerprint === "") return <p className="text-held">Say above which columns the needed ones are.</p>;
  const blocked = counts.bad > 0 && !takeGood;
  return (
    <section aria-labelledby="preview">
      <h2 id="preview" className="text-lg font-semibold">
        What it would change
      </h2>
      <p>
        Of {count(counts.rows)} rows: <b className="font-semibold">{count(counts.added)} added</b>,{" "}
        <b className="font-semibold">{count(counts.changed)} changed</b>,{" "}
        <b className="font-semibold">{count(counts.deactivated)} deactivated</b>, {count(counts.unchanged)} as they are,{" "}
        <b className={counts.bad ? "font-semibold text-held" : "font-normal"}>
          {count(counts.bad)} that cannot be taken
        </b>
        .
      </p>
      {preview.bad.length > 0 && (
        <div className="mt-3">
          <h3 className="text-sm font-semibold text-held">Cannot be taken</h3>
          <Table
            label="Cannot be taken"
            heads={[{ label: "Line" }, { label: "Column" }, { label: "Why" }, { label: "Row" }]}
          >
            {preview.bad.map((row, index) => (
              <tr key={index}>
                <td className="whitespace-nowrap">
                  {preview.sheets.length > 0 && `${TABLES[row.table].name}, `}
                  {row.line ? `line ${row.line}` : "not in the file"}
                </td>
                <td className="whitespace-nowrap">{labelOf(row.table, row.column)}</td>
                <td className="font-medium text-held">{capital(row.message)}</td>
                <td className="hidden text-sm text-soft lg:table-cell">{row.row}</td>
              </tr>
            ))}
          </Table>
          {counts.bad > preview.bad.length && (
            <p className="text-soft">and {count(counts.bad - preview.bad.length)} more</p>
          )}
          {writes > 0 && (
            <Tick
              label={`Leave these out and take the other ${count(writes)}`}
              checked={takeGood}
              onChange={onTakeGood}
            />
          )}
        </div>
      )}
      <List title="Changed" rows={preview.changed} total={counts.changed} />
      <List title="Deactivated" rows={preview.deactivated} total={counts.deactivated} />
      <List title="Added" rows={preview.added} total={counts.added} />
      <div className="bar-below mt-4 flex flex-wrap items-center gap-3 border-t border-rule bg-paper py-3">
        <Button look="solid" disabled={busy || blocked || writes === 0} onClick={onConfirm}>
          {writes === 0 ? "Nothing to write" : `Write ${count(writes)} ${writes === 1 ? "change" : "changes"}`}
        </Button>
        <span className="text-sm text-soft">
          {blocked
            ? "Correct the file and choose it again, or leave the bad rows out."
            : "All in one step, or none if anything fails."}
        </span>
      </div>
    </section>
  );
}

function labelOf(table: TableName, key: string): string {
  return TABLES[table].columns.find((column) => column.key === key)?.label ?? key;
}

function List({ title, rows, total }: { title: string; rows: Shown[]; total: number }) {
  if (total === 0) return null;
  const first = rows.slice(0, 100);
  return (
    <details className="mt-3" open={total <= 20}>
      <summary className="text-sm font-semibold">
        {title}, {count(total)}
      </summary>
      <ul className="border-t border-rule">
        {first.map((row, index) => (
          <li key={index} className="grid gap-x-4 border-b border-rule/70 py-1 sm:grid-cols-[16rem_minmax(0,1fr)]">
            <span>
              {capital(row.what)}{" "}
              <span className="text-sm text-soft">{row.line ? `line ${row.line}` : "not in the file"}</span>
            </span>
            <span>
              <Differences differences={row.differences} />
            </span>
          </li>
        ))}
        {total > first.length && <li className="py-1 text-soft">and {count(total - first.length)} more</li>}
      </ul>
    </details>
  );
}
