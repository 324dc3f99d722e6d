import { sayMoment } from "../format";

/** What happened, in the order of time. */
export function DatedActs({ acts, zone }: { acts: readonly { at: number; text: string }[]; zone: string }) {
  return (
    <ol className="max-w-3xl border-l-2 border-rule">
      {acts.map(({ at, text }, index) => (
        <li key={index} className="relative grid gap-x-4 py-1 pl-4 sm:grid-cols-[11rem_1fr]">
          <span className="absolute top-2.5 -left-[5px] size-2 rounded-full bg-harbour" aria-hidden />
          <time dateTime={new Date(at).toISOString()} className="text-soft">
            {sayMoment(new Date(at).toISOString(), zone)}
          </time>
          <span>{text}</span>
        </li>
      ))}
    </ol>
  );
}
