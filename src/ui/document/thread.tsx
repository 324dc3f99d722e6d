import type { ToldEvent } from "@/core/approval";
import { tell } from "@/core/audit-narrative";
import { withStop } from "@/core/text";
import type { Names } from "@/core/words";
import { sayMoment } from "../format";
import { SectionTitle } from "../primitives";

export function Thread({ thread, names, zone }: { thread: ToldEvent[]; names: Names; zone: string }) {
  // Beginning a draft is news only until it is submitted.
  const shown = thread.length > 1 ? thread.filter((event) => event.type !== "drafted") : thread;
  const said = shown.flatMap((event) => {
    const line = tell(event, names);
    return line ? [{ ...line, seq: event.seq, at: event.at }] : [];
  });
  const border = { said: "border-harbour", quiet: "border-rule", held: "border-held" };
  return (
    <section aria-labelledby="thread">
      <SectionTitle id="thread">History</SectionTitle>
      <ol className="flex flex-col gap-2.5">
        {said.map((line) => (
          <li key={line.seq} className={`border-l-3 pl-3 ${border[line.weight]}`}>
            <p className={line.weight === "quiet" ? "text-soft" : ""}>
              <span className={line.weight === "quiet" ? "" : "font-semibold"}>{line.who}</span>
              {line.colon && ":"} {line.did}{" "}
              <span className="text-sm whitespace-nowrap text-soft">{sayMoment(line.at, zone)}</span>
            </p>
            {line.comment && (
              <p className="serif text-[15px]">
                {line.weight === "held" ? withStop(line.comment) : `“${line.comment}”`}
              </p>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
