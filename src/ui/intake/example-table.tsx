import { Table } from "../tables";

/** A table as a file may hold it, to be looked at and downloaded. */
export function ExampleTable({
  label,
  name,
  example: { header, rows, csv },
}: {
  label: string;
  /** Of the file, without its end. */
  name: string;
  example: { header: readonly string[]; rows: readonly (readonly string[])[]; csv: string };
}) {
  return (
    <>
      <Table label={label} small heads={header.map((head) => ({ label: head }))}>
        {rows.map((cells) => (
          <tr key={cells[0]}>
            {cells.map((cell, index) => (
              <td key={header[index]}>{cell || "—"}</td>
            ))}
          </tr>
        ))}
      </Table>
      <p className="mt-2">
        <a href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`} download={`${name}.csv`}>
          This example as a file, CSV
        </a>
      </p>
    </>
  );
}
