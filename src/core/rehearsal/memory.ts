import type { Outcome } from "./outcome";
import type { Periods } from "./periods";

/**
 * What classes of documents came to, by the people who were looked at for it: in another stretch of time it is the same as long as it is for each of them, since a
 * route depends on the day through nobody else.
 */
export class Memory {
  readonly outcomes: Outcome[] = [];
  routed = 0;
  private readonly codes = new Map<string, number>();
  private readonly kept = new Map<number, { people: readonly string[]; states: readonly number[]; code: number }[]>();

  constructor(private readonly periods: Periods) {}

  find(alike: number, period: number): number | undefined {
    return this.kept
      .get(alike)
      ?.find(({ people, states }) => people.every((one, index) => this.periods.state(one, period) === states[index]))
      ?.code;
  }

  /** @returns the place of the outcome among all */
  keep(alike: number, period: number, outcome: Outcome): number {
    const people = [
      ...new Set(
        outcome.levels.flatMap((level) => level.people.flatMap(({ person, inNameOf = person }) => [person, inNameOf])),
      ),
    ];
    const code = this.codeOf(outcome);
    const entry = { people, states: people.map((one) => this.periods.state(one, period)), code };
    const before = this.kept.get(alike);
    if (before) before.push(entry);
    else this.kept.set(alike, [entry]);
    this.routed += 1;
    return code;
  }

  private codeOf(outcome: Outcome): number {
    const key = JSON.stringify(outcome);
    const known = this.codes.get(key);
    if (known !== undefined) return known;
    this.codes.set(key, this.outcomes.length);
    return this.outcomes.push(outcome) - 1;
  }
}
