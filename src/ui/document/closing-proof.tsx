import type { DocumentView } from "@/core/approval";
import { sayClosing, sayCovered, sayCovering } from "@/core/audit-narrative";
import type { Names } from "@/core/words";
import { sayExactly } from "../format";
import { SectionTitle } from "../primitives";
import { Table } from "../tables";

type Props = { view: DocumentView; names: Names; zone: string };

/** The closing proof: what was approved in the end, and level by level whose approval covers it. Nothing for a document that is not approved. */
export function ClosingProofSection({ view, names, zone }: Props) {
  const approved = view.thread.findLast((event) => event.type === "approved");
  if (approved?.type !== "approved") return null;
  const { levels } = approved.data.proof;
  const levelName = (id: string) => view.state.levels.find((one) => one.level === id)?.name ?? id;
  return (
    <section aria-labelledby="closing">
      <SectionTitle id="closing">What was approved, and whose approval covers it</SectionTitle>
      <p className="mb-2 max-w-[62rem]">{sayClosing(approved.data.proof, names)}</p>
      {levels.length === 0 ? (
        <p className="text-soft">Nobody needed to approve in its band.</p>
      ) : (
        <Table
          labelledBy="closing"
          least="40rem"
          heads={[{ label: "Level" }, { label: "Covered" }, { label: "By whom, and for which revision" }]}
        >
          {levels.map((one) => (
            <tr key={one.level}>
              <td className="font-semibold">{levelName(one.level)}</td>
              <td>{sayCovered(one)}</td>
              <td>
                {one.approvals.map((said) => (
                  <p key={said.by + said.at}>{sayCovering(said, sayExactly(said.at, zone), names)}</p>
                ))}
                {one.approvals.length === 0 && "—"}
              </td>
            </tr>
          ))}
        </Table>
      )}
    </section>
  );
}
