import { INTAKE_COLUMNS, type IntakeKind } from "@/core/intake";
import { INTAKE_COLUMN_WORDS } from "@/core/words";
import { Table } from "../tables";

/** The columns of a table of documents: which it needs, what stands in each, and how two rows of one document are written. */
export function ColumnsTable({
  kind,
  many,
  example: { rows, csv },
  own,
}: {
  kind: IntakeKind;
  /** What its documents are called. */
  many: string;
  example: { rows: readonly (readonly string[])[]; csv: string };
  /** Names of the organisation's own fields, which are columns too. */
  own: readonly string[];
}) {
  return (
    <>
      <p className="mb-2">
        <a href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`} download={`example-${kind}.csv`}>
          Example file of {many}, CSV
        </a>
        <span className="text-soft">: these two rows, which are one document.</span>
      </p>
      <Table
        label={`Columns of a table of ${many}`}
        small
        heads={[
          { label: "Column" },
          { label: "Needed" },
          { label: "What stands in it" },
          { label: "First row" },
          { label: "Second row" },
        ]}
      >
        {INTAKE_COLUMNS[kind].map(({ key, names, needed }, index) => (
          <tr key={key}>
            <th scope="row" className="py-1 pr-4 text-left font-medium whitespace-nowrap">
              {names[0]}
            </th>
            <td>{needed ? "yes" : "no"}</td>
            <td>{INTAKE_COLUMN_WORDS[key]}</td>
            <td>{rows[0]![index] || "—"}</td>
            <td>{rows[1]![index] || "—"}</td>
          </tr>
        ))}
        {own.map((name) => (
          <tr key={`own ${name}`}>
            <th scope="row" className="py-1 pr-4 text-left font-medium">
              {name}
            </th>
            <td>—</td>
            <td>A field of the organisation’s own, needed where its form needs it</td>
            <td>—</td>
            <td>—</td>
          </tr>
        ))}
      </Table>
    </>
  );
}
