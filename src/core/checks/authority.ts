import { typeWords } from "../documents";
import { money, type ToCurrency } from "../money";
import { coverage } from "../people";
import { bandOf, boundaryAmounts, type Level, type Policy, type Section } from "../policy";
import type { Answer } from "./asked";
import { decidingIn, sureIn, waysThrough } from "./chain";
import { asksPeople, type Examined } from "./dead-ends";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";

/**
 * Bands in which nobody of the chain needs to have a limit that covers the band's top. Asked only where limits for the type are kept at all. A level
 * covers an amount when its quorum cannot be reached by people whose limits do not.
 */
export function checkLimits(looked: Examined, toCurrency: ToCurrency): Finding[] {
  const { policy, directory } = looked;
  if (!directory.organisation.limits.some(({ documentType }) => documentType === policy.documentType)) return [];
  const judged = new Map<string, Map<string, boolean>>();
  const covers: Covers = (person, minor) => {
    const reached = looked.asked.reached(minor);
    const known = judged.get(reached) ?? new Map<string, boolean>();
    judged.set(reached, known);
    const before = known.get(person);
    if (before !== undefined) return before;
    const amount = money(minor, policy.currency);
    const outcome = coverage(person, policy.documentType, amount, directory, toCurrency).outcome === "covers";
    known.set(person, outcome);
    return outcome;
  };
  return policy.sections.flatMap((section) =>
    section.bands.flatMap((_, band) => bandLimit(looked, section, band, covers)),
  );
}

type Covers = (person: string, minor: number) => boolean;

function bandLimit(looked: Examined, section: Section, band: number, covers: Covers): Finding[] {
  const { policy, asked, directory, reach, unit } = looked;
  const sure = sureIn(section, band);
  // Without a level that always asks somebody there is another finding; whoever is known per document has a limit nobody knows yet.
  if (sure.length === 0 || sure.some((level) => !asksPeople(level))) return [];
  const { high } = edgesOf(policy, section, band, unit);
  const looks = reach.looksAtRequester(section);
  const comes = (requester: string) =>
    !looks ||
    reach.possible(section, [], {
      requester,
      unit: directory.person(requester)!.unit,
      amount: { from: high, to: high },
    });
  const short = (through: readonly Level[]) => {
    const { left, weak } = uncoveredBy(looked, through, high, covers);
    return { requesters: left.filter(comes), weak };
  };
  if (asked.requesters.length === 0 || !reach.possible(section)) return [];
  const whole = short(sure);
  const open = band === section.bands.length - 1;
  if (whole.requesters.length > 0)
    return [
      {
        code: "limit too low",
        weight: "doubtful",
        place: { section: section.id, level: sure.at(-1)!.id, band },
        values: { weak: whole.weak, top: high, open },
        example: { minor: high, requester: whole.requesters[0]! },
      },
    ];
  return waysThrough(sure).flatMap(({ chooser, chosen, levels: through }): Finding[] => {
    const { requesters, weak } = short(through);
    if (requesters.length === 0) return [];
    return [
      {
        code: "choice skips authority",
        weight: "fatal",
        about: chosen.id,
        place: { section: section.id, level: chooser.id, band },
        values: { chosen: chosen.id, weak, top: high, open },
        example: { minor: high, requester: requesters[0]! },
      },
    ];
  });
}

/** Requesters for whom no level is sure to bring in a limit that covers the amount, and whose limits end below it. */
function uncoveredBy(
  { asked }: Examined,
  levels: readonly Level[],
  minor: number,
  covers: Covers,
): { left: readonly string[]; weak: readonly string[] } {
  const covered = (answer: Answer) => {
    let without = 0;
    for (const person of answer.pool) if (!covers(person, minor)) without += 1;
    return without < answer.needed;
  };
  let left: readonly string[] = asked.requesters;
  const weak = new Set<string>();
  for (const level of levels) {
    const failing = new Set<string>();
    for (const { requesters, answer } of asked.answers(level, minor, null)) {
      // A dead end is a finding of its own.
      if (answer.blocked || covered(answer)) continue;
      for (const requester of requesters) failing.add(requester);
      for (const person of answer.pool) if (!covers(person, minor)) weak.add(person);
    }
    left = left.filter((one) => failing.has(one));
  }
  return { left, weak: [...weak] };
}

/** Higher bands that ask for less than a lower one. */
export function checkInversions(policy: Policy): Finding[] {
  return policy.sections.flatMap((section) =>
    section.bands.slice(1).flatMap((_, index): Finding[] => {
      const [lower, higher] = [index, index + 1];
      const chain = (band: number) => decidingIn(section, band);
      const missing = chain(lower).filter((level) => !chain(higher).includes(level));
      const added = chain(higher).filter((level) => !chain(lower).includes(level));
      const open = section.bands[higher]!.approval === "required" && chain(higher).length === 0;
      if (missing.length === 0 || added.length > 0 || open) return [];
      const level = missing[0]!;
      return [
        {
          code: "inversion",
          weight: "doubtful",
          place: { section: section.id, level: level.id, band: higher },
          values: { lower },
          offer: { kind: "mark", section: section.id, level: level.id, band: higher },
        },
      ];
    }),
  );
}

/** For how many approvals an amount asks where no special section applies. */
function approvalsFor(policy: Policy, minor: number): { section: Section; band: number; count: number } {
  const section = policy.sections.at(-1)!;
  const band = bandOf(minor, section.thresholds);
  return { section, band, count: sureIn(section, band).length };
}

/** An invoice that is easier to approve than the order for the same amount, where no match to an order lets it through. */
export function checkAgainstOrders(policy: Policy, others: readonly Policy[]): Finding[] {
  const { follows } = typeWords(policy.documentType);
  if (!follows) return [];
  const orders = others.filter(
    (other) =>
      other.documentType === follows &&
      other.currency === policy.currency &&
      other.scope.units.some((unit) => policy.scope.units.includes(unit)),
  );
  return orders.flatMap((order): Finding[] => {
    const thresholds = [...policy.sections.at(-1)!.thresholds, ...order.sections.at(-1)!.thresholds];
    const amounts = boundaryAmounts(thresholds).sort((a, b) => a - b);
    const easier = amounts.find((minor) => approvalsFor(policy, minor).count < approvalsFor(order, minor).count);
    if (easier === undefined) return [];
    const { section, band, count } = approvalsFor(policy, easier);
    const orderLevels = approvalsFor(order, easier).count;
    return [
      {
        code: "easier than its order",
        weight: "doubtful",
        place: { section: section.id, band },
        values: { minor: easier, levels: count, order: order.id, orderLevels },
      },
    ];
  });
}
