import { formatMoney } from "@/core/money";
import { Table } from "../tables";
import type { Drawn } from "./drawn";

/** Limits that bind nothing, with what was put to them. */
export function Limits({ figures: { limits }, people }: Drawn<"limits">) {
  const heads = [
    { label: "Whose" },
    { label: "Limit", right: true },
    { label: "Decided", right: true },
    { label: "Largest", right: true },
  ];
  return (
    <Table label="Limits" heads={heads}>
      {limits.map(({ holder, currency, limit, of, largest }) => (
        <tr key={`${holder.kind} ${holder.id}`} className="border-b border-rule">
          <td>{holder.kind === "person" ? (people[holder.id] ?? holder.id) : holder.id}</td>
          <td className="text-right">{formatMoney({ minor: limit, currency })}</td>
          <td className="text-right">{of}</td>
          <td className="text-right">{of === 0 ? "" : formatMoney({ minor: largest, currency })}</td>
        </tr>
      ))}
    </Table>
  );
}
