import { Button } from "../primitives";

/** How far some work is, and the way to stop it. @param share null where that is not known yet */
export function Going({ label, share, onStop }: { label: string; share: number | null; onStop(): void }) {
  return (
    <div className="flex min-h-10 flex-wrap items-center gap-3">
      <label className="flex flex-wrap items-center gap-3">
        <span className="text-soft">{label}</span>
        <progress className="h-2 w-48 accent-harbour" max={1} value={share ?? undefined} />
      </label>
      <Button small onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}
