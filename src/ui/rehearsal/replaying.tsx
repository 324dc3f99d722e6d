import { Button } from "../primitives";
import { Going } from "./going";
import type { Rehearsed } from "./use-rehearsal";

/** How far the first answer is, and the way to stop it and to begin anew. */
export function Replaying({
  share,
  stopped,
  stop,
  again,
  noun,
}: Pick<Rehearsed, "share" | "stopped" | "stop" | "again"> & { noun: { many: string } }) {
  if (stopped)
    return (
      <div className="flex flex-wrap items-center gap-3">
        <p className="text-soft">Stopped: the {noun.many} of these days were not replayed.</p>
        <Button small onClick={again}>
          Replay them
        </Button>
      </div>
    );
  const label = `${share === null ? "Reading" : "Replaying"} the ${noun.many} of these days`;
  return <Going label={label} share={share} onStop={stop} />;
}
