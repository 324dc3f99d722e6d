import { convert, money, type Rate } from "../money";
import { byRule } from "../people";
import { bandOf, type Level, type Policy, type Section } from "../policy";
import { decidingIn } from "./chain";
import { asksPeople, type Examined } from "./dead-ends";
import type { Caught } from "../rehearsal";
import type { Finding } from "./finding";

/** The share of all value from which one person deciding alone is a finding, unless another is given. */
export const ALONE_SHARE = 0.25;

/** What one person would have decided alone, in all and where. */
type Carried = { minor: number; places: Map<string, { section: Section; level: Level; band: number; minor: number }> };

/**
 * Somebody who would have decided more than a stated share of last year's value with nobody else asked.
 * @param total value of all documents of the type in minor units
 */
export function checkAlone(
  looked: Examined,
  past: readonly Caught[],
  total = past.reduce((sum, one) => sum + one.minor, 0),
  share = ALONE_SHARE,
): Finding[] {
  return [...carriedAlone(looked, past)].flatMap(([person, { minor, places }]): Finding[] => {
    if (minor <= share * total) return [];
    const { level, section, band } = [...places.values()].sort((a, b) => b.minor - a.minor)[0]!;
    return [
      {
        code: "decides alone",
        weight: "doubtful",
        about: person,
        place: { section: section.id, level: level.id, band },
        values: { person, share: minor / total, most: share },
      },
    ];
  });
}

/** Past documents by the one person who would have been asked, where it is one alone: a single level, and a single person at it. */
function carriedAlone({ policy, asked }: Examined, past: readonly Caught[]): Map<string, Carried> {
  const carried = new Map<string, Carried>();
  const alone = new Map<string, Map<string, string>>();
  for (const one of past) {
    const section = policy.sections.find(({ id }) => id === one.section);
    if (!section) continue;
    const band = bandOf(one.minor, section.thresholds);
    const levels = decidingIn(section, band);
    const [level] = levels;
    if (!level || levels.length > 1 || !asksPeople(level)) continue;
    const key = `${section.id}/${band}/${asked.reached(one.minor)}`;
    const deciders = alone.get(key) ?? lonely(asked.answers(level, one.minor, null));
    alone.set(key, deciders);
    const person = deciders.get(one.requester);
    if (!person) continue;
    const entry: Carried = carried.get(person) ?? { minor: 0, places: new Map() };
    const place = entry.places.get(key) ?? { level, section, band, minor: 0 };
    place.minor += one.minor;
    entry.minor += one.minor;
    entry.places.set(key, place);
    carried.set(person, entry);
  }
  return carried;
}

/** For each requester the one person who is asked, where it is one alone. */
function lonely(answers: ReturnType<Examined["asked"]["answers"]>): Map<string, string> {
  const found = new Map<string, string>();
  for (const { requesters, answer } of answers) {
    const [only] = answer.pool;
    if (!answer.blocked && answer.pool.length === 1 && only)
      for (const requester of requesters) found.set(requester, only);
  }
  return found;
}

/** Approval by lapse, and overdue work that comes back to whoever let it lie. */
export function checkOverdue({ policy, asked }: Examined): Finding[] {
  return policy.sections.flatMap((section) =>
    section.levels.flatMap((level): Finding[] => {
      const place = { section: section.id, level: level.id };
      if (level.overdue === "approve by lapse")
        return [
          {
            code: "lapse",
            weight: "doubtful",
            place,
            offer: { kind: "wait when overdue", section: section.id, level: level.id },
          },
        ];
      if (level.overdue !== "named person" || !level.overduePerson || !asksPeople(level)) return [];
      const back = asked.answers(level, 1, null).some(({ answer }) => answer.pool.includes(level.overduePerson!));
      if (!back) return [];
      return [{ code: "escalation circle", weight: "doubtful", place, values: { person: level.overduePerson } }];
    }),
  );
}

/** People and groups named in levels who cannot decide, or not for long. */
export function checkNamed({ policy, directory }: Examined, at: string): Finding[] {
  return policy.sections.flatMap((section) =>
    section.levels.flatMap((level) => {
      const { approvers } = level;
      const named = byRule(approvers).always(directory);
      return named.flatMap((id): Finding[] => {
        const person = directory.person(id);
        if (!person) return [];
        const place = { section: section.id, level: level.id };
        const inGroup = approvers.kind === "group";
        const only = named.length === 1;
        if (!directory.isActive(person, at))
          return [
            {
              code: "inactive person",
              weight: "doubtful",
              place,
              about: id,
              values: { person: id, as: inGroup ? "member" : "approver" },
              ...(!inGroup &&
                !only && {
                  offer: { kind: "without person" as const, section: section.id, level: level.id, person: id },
                }),
            },
          ];
        if (!person.activeUntil || inGroup) return [];
        return [
          {
            code: "leaving",
            weight: "doubtful",
            place,
            about: id,
            values: { person: id, after: person.activeUntil },
          },
        ];
      });
    }),
  );
}

/** Currencies of past documents and of the organisation that no rate leads from to the policy's. */
export function checkRates(
  policy: Policy,
  currencies: readonly string[],
  rates: readonly Rate[],
  date: string,
  home: string,
): Finding[] {
  const without = [...new Set([home, ...currencies])].filter(
    (currency) => currency !== policy.currency && !convert(money(100, currency), policy.currency, date, rates).ok,
  );
  if (without.length === 0) return [];
  return [
    {
      code: "no rate",
      // A foreign currency without a rate is nothing a policy could mend; its own that cannot be reached from home is.
      weight: without.includes(home) ? "doubtful" : "passing",
      place: {},
      values: { from: without, to: policy.currency },
    },
  ];
}
