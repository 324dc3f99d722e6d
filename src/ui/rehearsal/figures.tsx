import { capital, formatShare } from "@/core/text";
import { sayRehearsed } from "@/core/words";
import { effectOf, heldIn, type MinutesOf, type RehearsalAnswer, type Scale, sharesSeen } from "@/core/rehearsal";
import { sayNumber } from "../format";
import { Table } from "../tables";

type Noun = { one: string; many: string };

/** What the version below would have meant, in one sentence. */
export function Said({ said, about, className }: { said: string; about: string; className: string }) {
  return (
    <div className={className}>
      <p className="text-sm text-soft">{about}</p>
      <p className="serif mt-1 text-lg leading-snug">{said}</p>
    </div>
  );
}

/** The sentence about an answer. */
export function sayAnswer(answer: RehearsalAnswer, scale: Scale, noun: Noun): string {
  return sayRehearsed(effectOf(answer, scale), noun);
}

/** The figures of both versions. */
export function FiguresTable({
  answer,
  scale,
  noun,
  minutes,
  names,
}: {
  answer: RehearsalAnswer;
  scale: Scale;
  noun: Noun;
  minutes: MinutesOf;
  names: readonly [before: string, after: string];
}) {
  const { before, after } = answer;
  const [was, is] = [sharesSeen(before), sharesSeen(after)];
  const rows: [label: string, before: string, after: string][] = [
    ["Approvals a year", count(before.all.approvals * scale.year), count(after.all.approvals * scale.year)],
    [
      `Hours a year, at ${minutes.usual} minutes each${Object.keys(minutes.byLevel).length > 0 ? " or those of their level" : ""}`,
      count((before.all.minutes * scale.year) / 60),
      count((after.all.minutes * scale.year) / 60),
    ],
    ["Value that nobody approves", formatShare(was.nobody), formatShare(is.nobody)],
    ["Value that two levels or more approve", formatShare(was.severalLevels), formatShare(is.severalLevels)],
    [`${noun.many} that would be held`, count(heldIn(before)), count(heldIn(after))],
  ];
  return (
    <Table
      label="Figures of both versions"
      small
      heads={[
        { label: "Figure", key: "what", hidden: true },
        { label: names[0], right: true },
        { label: names[1], right: true },
      ]}
    >
      {rows.map(([label, one, other]) => (
        <tr key={label}>
          <th scope="row" className="py-1 pr-3 text-left font-normal">
            {capital(label)}
          </th>
          <td className="text-right whitespace-nowrap">{one}</td>
          <td className="text-right font-semibold whitespace-nowrap">{other}</td>
        </tr>
      ))}
    </Table>
  );
}

const count = (value: number) => sayNumber(value);
