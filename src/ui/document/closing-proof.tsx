import type { ClosingProof, CoveredHow, DocumentView } from "@/core/approval";
import { formatMoney } from "@/core/money";
import { sayDate } from "@/core/text";
import { sayExactly } from "../format";
import { SectionTitle } from "../primitives";

type Props = { view: DocumentView; names: (id: string) => string; zone: string };

const HOW: Record<CoveredHow, string> = {
  approved: "Approved",
  lapsed: "Nobody answered in time, which counts as approved",
  verified: "Verified",
  "own limit": "The requester’s own limit covers it",
  "passed over": "Skipped: only the requester could have approved",
  "not chosen": "Skipped: another level was chosen",
};

/** The closing proof: what was approved in the end, and level by level whose approval covers it. Nothing for a document that is not approved. */
export function ClosingProofSection({ view, names, zone }: Props) {
  const approved = view.thread.findLast((event) => event.type === "approved");
  if (approved?.type !== "approved") return null;
  const { basis, levels } = approved.data.proof;
  const levelName = (id: string) => view.state.levels.find((one) => one.level === id)?.name ?? id;
  return (
    <section aria-labelledby="closing">
      <SectionTitle id="closing">What was approved, and whose approval covers it</SectionTitle>
      <p className="mb-2 max-w-[62rem]">
        Before it was approved the finished document was routed once more. Approved is revision {basis.revision}:{" "}
        {formatMoney(basis.amount)}
        {basis.rate && ` at ${basis.rate.rate} of ${sayDate(basis.rate.date)}`}, of {names(basis.requester)}
        {basis.onBehalfOf && ` on behalf of ${names(basis.onBehalfOf)}`}, dated {sayDate(basis.date)}
        {basis.refused.length > 0 &&
          `; without what was refused: ${basis.refused.map(({ part, allowed }) => (allowed === null ? part : `some of ${part}`)).join(", ")}`}
        .
      </p>
      {levels.length === 0 ? (
        <p className="text-soft">Nobody needed to approve in its band.</p>
      ) : (
        <div className="relative overflow-x-auto" role="region" tabIndex={0} aria-labelledby="closing">
          <table className="w-full min-w-[40rem] border-collapse">
            <thead>
              <tr className="border-b border-ink/40 text-left text-sm text-soft [&_th]:py-1 [&_th]:pr-4 [&_th]:font-normal">
                <th scope="col">Level</th>
                <th scope="col">Covered</th>
                <th scope="col">By whom, and for which revision</th>
              </tr>
            </thead>
            <tbody>
              {levels.map((one) => (
                <tr key={one.level} className="border-b border-rule/70 align-top [&_td]:py-1.5 [&_td]:pr-4">
                  <td className="font-semibold">{levelName(one.level)}</td>
                  <td>
                    {HOW[one.how]}
                    {one.how === "approved" && `, ${one.needed} needed`}
                  </td>
                  <td>
                    {one.approvals.map((said) => (
                      <p key={said.by + said.at}>{sayApproval(said, names, zone)}</p>
                    ))}
                    {one.approvals.length === 0 && "—"}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

type Approval = ClosingProof["levels"][number]["approvals"][number];

function sayApproval({ by, inNameOf, revision, at }: Approval, names: (id: string) => string, zone: string): string {
  const name = inNameOf ? `${names(by)} in the name of ${names(inNameOf)}` : names(by);
  return `${name}, revision ${revision}, ${sayExactly(at, zone)}`;
}
