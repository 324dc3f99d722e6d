"use client";

import { useState } from "react";
import { boundaryCases, rerun, type BoundaryCase } from "@/core/checks";
import type { Vocabulary } from "@/core/conditions";
import { formatAmount } from "@/core/money";
import { vocabularyIn } from "@/core/policy";
import { sayCase } from "@/core/words";
import { Sheet } from "../frame/sheet";
import { useChange } from "../people/use-change";
import { Button, Refusals } from "../primitives";
import type { BoardState } from "./use-board";
import { Table } from "../tables";

export type TestSet = { version: number; cases: BoundaryCase[]; by: string };

/** The amounts worth testing with the route each takes; and test sets kept with earlier versions, run again on what is on the board now. */
export function Boundaries({
  board,
  shown,
  tests,
  href,
  mayKeep,
}: {
  board: BoardState;
  /** The saved version that is shown, if one is. */
  shown: number | null;
  tests: TestSet[];
  href: string;
  mayKeep: boolean;
}) {
  const [open, setOpen] = useState(false);
  const { order, refusals } = useChange();
  const { policy, directory } = board;
  const cases = open ? boundaryCases(policy) : [];
  const vocabulary = vocabularyIn(policy.documentType, directory);
  const keep = () => order(`${href}/versions/${shown}/life`, { type: "keep tests" });
  const kept = tests.some(({ version }) => version === shown);
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Boundary amounts
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="Boundary amounts">
        <p className="text-soft">Each threshold and one minor unit either side, with the route each takes.</p>
        <Cases cases={cases} vocabulary={vocabulary} />
        <Refusals refusals={refusals} />
        <div className="mt-3 flex flex-wrap gap-2">
          <a href={`/api/policies/${policy.id}/file?as=tests${shown ? `&version=${shown}` : ""}`} download>
            Download as CSV
          </a>
          <a href={`/api/policies/${policy.id}/file?as=tests-xlsx${shown ? `&version=${shown}` : ""}`} download>
            as XLSX
          </a>
          {shown !== null && mayKeep && !kept && (
            <Button small onClick={() => void keep()}>
              Save as the test set of version {shown}
            </Button>
          )}
          {kept && <span className="text-sm text-approved">Kept as the test set of version {shown}.</span>}
        </div>
        {open && tests.map((set) => <Rerun key={set.version} board={board} set={set} />)}
      </Sheet>
    </>
  );
}

function Cases({ cases, vocabulary }: { cases: readonly BoundaryCase[]; vocabulary: Vocabulary }) {
  return (
    <Table
      label="Boundary amounts"
      small
      most="20rem"
      heads={[{ label: "Section" }, { label: "Amount", right: true }, { label: "Approves" }]}
    >
      {cases.map((one) => (
        <tr key={`${one.section} ${one.minor}`}>
          <td>{one.sectionName}</td>
          <td className="text-right whitespace-nowrap">{formatAmount(one)}</td>
          <td>{sayCase(one, vocabulary)}</td>
        </tr>
      ))}
    </Table>
  );
}

/** What comes out differently from what a kept test set says. */
function Rerun({ board, set }: { board: BoardState; set: TestSet }) {
  const { policy, directory } = board;
  const vocabulary = vocabularyIn(policy.documentType, directory);
  const results = rerun(set.cases, policy);
  const differ = results.filter(({ same }) => !same);
  return (
    <section className="mt-4 border-t border-rule pt-2 text-sm">
      <h3 className="font-sans font-semibold">
        Test set of version {set.version}, kept by {set.by}
      </h3>
      {differ.length === 0 ? (
        <p className="text-approved">All {results.length} amounts take the same route here.</p>
      ) : (
        <>
          <p className="text-waiting">
            {differ.length} of {results.length} amounts take another route here:
          </p>
          <ul className="flex flex-col gap-1">
            {differ.map(({ kept, now }) => (
              <li key={`${kept.section} ${kept.minor}`}>
                <b className="font-semibold">
                  {kept.sectionName}, {formatAmount(kept)}
                </b>
                : <s className="text-soft">{sayCase(kept, vocabulary)}</s> →{" "}
                {now ? sayCase(now, vocabulary) : "the section is gone"}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
