import { Button } from "./primitives";
import type { Progress } from "./send-stream";

/** How far long work is, and the way to stop it where it can be stopped. */
export function ProgressBar({
  progress,
  words,
  onCancel,
}: {
  progress: Progress;
  words: Readonly<Record<string, string>>;
  onCancel: (() => void) | undefined;
}) {
  return (
    <div className="flex items-center gap-3">
      <label htmlFor="progress" className="w-72 text-soft">
        {words[progress.stage] ?? progress.stage}, {progress.done.toLocaleString("en-GB")} of{" "}
        {progress.total.toLocaleString("en-GB")}
      </label>
      <progress
        id="progress"
        className="h-2 flex-1 accent-harbour"
        max={Math.max(1, progress.total)}
        value={progress.done}
      />
      {onCancel && (
        <Button small onClick={onCancel}>
          Cancel
        </Button>
      )}
    </div>
  );
}
