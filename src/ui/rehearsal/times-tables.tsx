import { formatAmount, minorDigits } from "@/core/money";
import type { Policy } from "@/core/policy";
import { countOf, formatShare } from "@/core/text";
import type { Estimate, Simulated, Timing } from "@/core/time-to-decision";
import type { TimesAnswer } from "@/workers/rehearsal";
import { sayNumber } from "../format";
import { Table } from "../tables";
import { HowWell, RestsOn } from "./times-rest";
import { Figure, RowName, bandOrder, days, nameOf } from "./time-figures";
import type { TimesProps } from "./times-props";

type Props = TimesProps & { answer: TimesAnswer; timing: Timing; interest: number };
type Side = { title: string; simulated: Simulated | null; policy: Policy | null };

/** What was worked out: both versions beside each other, each band, what it rests on, and how well it foretells. */
export function TimesTables(props: Props) {
  const { answer, before, after, others, titles, timing } = props;
  // A version beside itself is said once.
  const sides: Side[] = [
    ...(before === after ? [] : [{ title: titles[0], simulated: answer.before, policy: before }]),
    { title: titles[1], simulated: answer.after, policy: after },
  ];
  const taken = others.map(({ policy }) => policy);
  const people = answer.after?.people ?? answer.before?.people ?? [];
  return (
    <>
      <div className="max-w-3xl">
        <Together {...props} sides={sides} />
      </div>
      <div className="grid gap-x-8 gap-y-4 xl:grid-cols-2 [&>*]:min-w-0">
        {sides.map(
          ({ title, simulated, policy }, place) =>
            simulated && (
              <Bands key={place} title={title} simulated={simulated} policies={policy ? [policy, ...taken] : taken} />
            ),
        )}
      </div>
      {answer.prediction && (
        <HowWell
          prediction={answer.prediction}
          timing={timing}
          noun={props.noun}
          zone={props.directory.organisation.timeZone}
        />
      )}
      <RestsOn people={people} {...props} />
    </>
  );
}

/** Everything under one version beside the other. */
function Together({ sides, noun, currency, scale, interest }: Props & { sides: readonly Side[] }) {
  const money = (minor: number) =>
    formatAmount({ minor: Math.round(minor / 10 ** minorDigits(currency)) * 10 ** minorDigits(currency), currency });
  const count = (value: number) => sayNumber(value);
  const yearly = (of: Estimate): Estimate => ({
    mean: of.mean * scale.year,
    low: of.low * scale.year,
    high: of.high * scale.year,
  });
  /** The last says that it is shown only where there is any of it. */
  type Row = [label: string, of: (one: Simulated) => Estimate | null, say: (value: number) => string, ifAny?: true];
  const loss = (key: keyof NonNullable<Simulated["losses"]>) => (one: Simulated) =>
    one.losses && yearly(one.losses[key]);
  const rows: Row[] = [
    ["Half decided within, days", (one) => one.all.median, days],
    ["Nine of ten within, days", (one) => one.all.ninth, days],
    [`Of ${noun.many} with a time limit, decided in time`, (one) => one.all.inTime, formatShare],
    [`${noun.many[0]!.toUpperCase()}${noun.many.slice(1)} waiting at any moment`, (one) => one.waiting, days],
    ["Declined a year because time ran out", (one) => yearly(one.ranOut), count, true],
    ["Never decided, since nobody is back", (one) => one.never, count, true],
    ["Early-payment discounts lost a year", loss("discounts"), count],
    [`What these come to, ${currency}`, loss("discount"), money],
    ["Paid late a year", loss("lateDocuments"), count],
    ["Days late in all, a year", loss("lateDays"), count],
    [`Interest on it at ${interest} %, ${currency} a year`, loss("interest"), money],
  ];
  const isShown = ([, of, , ifAny]: Row) =>
    sides.some(({ simulated }) => {
      const found = simulated && of(simulated);
      return found && (!ifAny || found.high > 0);
    });
  return (
    <Table
      label="How long decisions would take under both versions"
      small
      heads={[
        { label: "Figure", key: "what", hidden: true },
        ...sides.map(({ title }) => ({ label: title, right: true })),
      ]}
    >
      {rows.filter(isShown).map(([label, of, say]) => (
        <tr key={label}>
          <RowName>{label}</RowName>
          {sides.map(({ simulated }, place) => {
            const found = simulated && of(simulated);
            return found ? (
              <Figure key={place} of={found} say={say} bold={place === sides.length - 1} />
            ) : (
              <td key={place} className="text-right text-soft">
                —
              </td>
            );
          })}
        </tr>
      ))}
    </Table>
  );
}

/** Each band of one version. */
function Bands({ title, simulated, policies }: { title: string; simulated: Simulated; policies: readonly Policy[] }) {
  const { groups, unasked } = simulated;
  return (
    <div>
      <h3 className="font-sans text-sm font-semibold">{title}</h3>
      <Table
        label={`By band, ${title}`}
        small
        heads={[
          { label: "Band" },
          { label: "How many", right: true },
          { label: "Half within, days", right: true },
          { label: "Nine of ten", right: true },
          { label: "In time", right: true },
        ]}
      >
        {groups.toSorted(bandOrder(policies)).map((one) => (
          <tr key={JSON.stringify([one.policy, one.section, one.band])}>
            <RowName>{nameOf(one, policies)}</RowName>
            <td className="text-right">{sayNumber(one.documents)}</td>
            <Figure of={one.median} say={days} />
            <Figure of={one.ninth} say={days} />
            {one.inTime ? (
              <Figure of={one.inTime} say={formatShare} />
            ) : (
              <td className="text-right text-soft">no limit</td>
            )}
          </tr>
        ))}
      </Table>
      {unasked.nobody + unasked.held > 0 && (
        <p className="text-sm text-soft">
          {unasked.nobody > 0 && `${countOf(unasked.nobody, "more asks", "more ask")} nobody: decided at once. `}
          {unasked.held > 0 && `${countOf(unasked.held, "is", "are")} held, and left out.`}
        </p>
      )}
    </div>
  );
}
