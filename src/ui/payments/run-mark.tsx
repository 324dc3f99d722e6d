export type RunState = "made" | "undone" | "exported";

const LOOK: Readonly<Record<RunState, { word: string; className: string }>> = {
  made: { word: "Not exported yet", className: "bg-waiting-wash text-waiting border-dashed" },
  undone: { word: "Undone", className: "bg-draft-wash text-draft line-through" },
  exported: { word: "Exported", className: "bg-approved-wash text-approved" },
};

export function RunMark({ state }: { state: RunState }) {
  const { word, className } = LOOK[state];
  return (
    <span
      className={`rounded-sm border border-current/30 px-1.5 py-px text-xs font-medium whitespace-nowrap ${className}`}
    >
      {word}
    </span>
  );
}
