import { capital } from "@/core/text";
import { Table } from "./tables";

/** Rows of a file that cannot be taken: where, and why. */
export function BadRows({ rows }: { rows: readonly { line: number; column: string; message: string }[] }) {
  if (rows.length === 0) return null;
  return (
    <Table label="Cannot be taken" heads={[{ label: "Line" }, { label: "Column" }, { label: "Why" }]} most="20rem">
      {rows.map((row, index) => (
        <tr key={index}>
          <td className="whitespace-nowrap">line {row.line}</td>
          <td className="whitespace-nowrap">{row.column}</td>
          <td className="font-medium text-held">{capital(row.message)}</td>
        </tr>
      ))}
    </Table>
  );
}
