"use client";

import { keyOf, mend, whyOf, type Finding, type Weight } from "@/core/checks";
import { fieldsNamedBy, type GivenReason } from "@/core/policy";
import { joinWords } from "@/core/text";
import { namesOf } from "@/core/words";
import { useAnnounced } from "../frame/announce";
import { WhoIsMissed } from "./missed";
import type { BoardState } from "./use-board";

const WEIGHT: Record<Weight, { word: string; border: string; text: string }> = {
  fatal: { word: "Correct before sending", border: "border-held", text: "text-held" },
  doubtful: { word: "Correct or justify", border: "border-waiting", text: "text-waiting" },
  passing: { word: "Good to know", border: "border-rule", text: "text-soft" },
};

/** Everything the checks say of the draft, the heaviest first; each leads to the part of the board it means. */
export function Findings({ board }: { board: BoardState }) {
  const { findings, look, policy } = board;
  const serious = findings.filter(({ weight }) => weight !== "passing");
  const passing = findings.filter(({ weight }) => weight === "passing");
  // How many there are, once that is another number; what they say is read where they stand.
  useAnnounced(look.of ? `Findings: ${serious.length}` : "");
  const items = (of: readonly Finding[]) =>
    of.map((finding) => (
      <li key={`${keyOf(finding)} ${JSON.stringify(whyOf(finding))}`}>
        <One board={board} finding={finding} />
      </li>
    ));
  return (
    <section aria-labelledby="findings" className="border-b border-rule px-5 py-4">
      <h2 id="findings" className="mb-2 font-sans text-sm font-semibold text-soft">
        Findings{look.of ? `, ${serious.length}` : ""}
        {look.of !== policy && !look.problem && <span className="font-normal"> (looking …)</span>}
      </h2>
      {look.problem && <p className="text-sm text-held">{look.problem}</p>}
      <Withheld board={board} />
      {look.of && serious.length === 0 && <p className="text-sm text-approved">The checks find nothing wrong.</p>}
      <ul className="flex flex-col gap-3">{items(serious)}</ul>
      {passing.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-7 cursor-pointer text-sm text-soft">Good to know ({passing.length})</summary>
          <ul className="flex flex-col gap-3">{items(passing)}</ul>
        </details>
      )}
      <WhoIsMissed board={board} />
    </section>
  );
}

/** Last year is counted without what is hidden from the viewer, who is told so where the policy asks for it. */
function Withheld({ board: { look, policy, directory } }: { board: BoardState }) {
  const named = fieldsNamedBy(policy);
  const names = namesOf(directory);
  const said = look.withheld.filter((key) => named.includes(key)).map((key) => `“${names.field(key)}”`);
  if (said.length === 0) return null;
  return (
    <p className="text-sm text-waiting">
      Last year’s documents are counted without {joinWords(said, "and")}, which is hidden from you: what asks for it is
      met by none of them here.
    </p>
  );
}

function One({ board, finding }: { board: BoardState; finding: Finding }) {
  const { place, weight, offer } = finding;
  const said = board.say(finding);
  const { word, border, text } = WEIGHT[weight];
  const show = () => {
    if (place.section) board.choose(place.section);
    if (place.level) board.select({ kind: "level", id: place.level });
    else if (place.band !== undefined) board.select({ kind: "band", index: place.band });
    else if (!place.section) board.select({ kind: "whole", part: "scope" });
  };
  const section = board.policy.sections.find(({ id }) => id === place.section)?.name;
  return (
    <div className={`border-l-3 ${border} pl-3 text-sm`}>
      <p className={`text-xs font-semibold ${text}`}>
        {word}
        {section && <span className="font-normal">, {section}</span>}
      </p>
      <p>{said.message}</p>
      {said.example && <p className="text-soft">For example {said.example}.</p>}
      <p className="text-soft">{said.mend}</p>
      <p className="flex flex-wrap gap-x-3">
        <button type="button" className="min-h-7 text-harbour underline" onClick={show}>
          Show it
        </button>
        {offer && board.mayWrite && (
          <button
            type="button"
            className="min-h-7 text-harbour underline"
            onClick={() => {
              board.select(null);
              board.changePolicy((policy) => mend(policy, offer));
            }}
          >
            {said.offer}
          </button>
        )}
      </p>
      {weight === "doubtful" && board.mayWrite && <Why board={board} finding={finding} />}
    </div>
  );
}

/** The sentence of why a doubtful finding is good enough; it goes on the record with the version. */
function Why({ board, finding }: { board: BoardState; finding: Finding }) {
  const key = keyOf(finding);
  const reason = board.reasons.find((one) => one.finding === key)?.reason ?? "";
  const write = (text: string) => {
    const others = board.reasons.filter((one) => one.finding !== key);
    const one: GivenReason = { finding: key, reason: text };
    board.setReasons(text ? [...others, one] : others);
  };
  return (
    <label className="mt-1 block">
      <span className="sr-only">Why this is good enough: {board.say(finding).message}</span>
      <textarea
        className="field text-sm"
        rows={reason ? 2 : 1}
        maxLength={500}
        placeholder="Why this is good enough"
        value={reason}
        onChange={(event) => write(event.target.value)}
      />
    </label>
  );
}
