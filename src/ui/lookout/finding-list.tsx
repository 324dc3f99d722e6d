import Link from "next/link";
import type { FindingState } from "@/core/lookout";
import { FINDING_STATE_WORDS } from "@/core/words";

const MARK: Readonly<Record<FindingState, { wash: string; shape: string }>> = {
  open: { wash: "bg-waiting-wash text-waiting", shape: "○" },
  case: { wash: "bg-held-wash text-held", shape: "◆" },
  explained: { wash: "bg-draft-wash text-draft", shape: "–" },
  "rule changed": { wash: "bg-approved-wash text-approved", shape: "✓" },
};

/** Where a finding is, as a word with a shape of its own. */
export function FindingMark({ state }: { state: FindingState }) {
  const { wash, shape } = MARK[state];
  return (
    <span
      className={`inline-flex items-center gap-1 rounded-sm border border-current/30 px-1.5 py-px text-xs font-medium whitespace-nowrap ${wash}`}
    >
      <span aria-hidden>{shape}</span>
      {FINDING_STATE_WORDS[state]}
    </span>
  );
}

type Line = { id: string; state: FindingState; title: string; sentence: string };

/** What there is to look into, a line each. */
export function FindingList({ findings, chosen }: { findings: readonly Line[]; chosen: string | null }) {
  return (
    <ul className="border-t border-rule">
      {findings.map(({ id, state, title, sentence }) => (
        <li key={id} className="border-b border-rule">
          <Link
            href={`/lookout?finding=${id}`}
            aria-current={id === chosen ? "true" : undefined}
            className={`block border-l-4 px-4 py-2.5 text-ink no-underline hover:bg-paper ${id === chosen ? "border-harbour bg-paper" : "border-transparent"}`}
          >
            <span className="flex items-start justify-between gap-3">
              <span className="font-semibold">{title}</span>
              <FindingMark state={state} />
            </span>
            <span className="block text-sm text-soft">{sentence}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
