import { fieldsCompared, satisfiable, type Condition, type Known, type Wanted } from "../conditions";
import type { Directory } from "../people";
import { fieldsIn, knownIn, type Level, type Policy, type Section } from "../policy";

/** What of a document is given when it is asked whether some document could come somewhere. */
export type Given = { requester?: string; unit?: string; amount?: { from: number; to: number | null } };

/** Which documents can come to a section and to a level of it, proven from the conditions. */
export type Reach = {
  /** Whether some document comes to the section, with further conditions met or not met. */
  possible(section: Section, further?: readonly Wanted[], given?: Given): boolean;
  /** Whether some document comes to the section and meets the condition of a level, if it has one. */
  comes(section: Section, level: Level, given: Given): boolean;
  /** Whether the conditions of a section, or of one of its levels, look at who asks. */
  looksAtRequester(section: Section): boolean;
  known: Known;
};

/** Fields that a condition names, each once. */
export function fieldsNamed(condition: Condition): Set<string> {
  return new Set(fieldsCompared(condition));
}

/** Which documents can come to which section of a policy, as far as its conditions tell. */
export function reachOf(policy: Policy, directory: Directory): Reach {
  const known = knownIn(policy.documentType, directory);
  const measured = fieldsIn(policy.documentType, directory).find(
    ({ key, kind }) => key === policy.measure.kind && kind === "amount",
  )?.key;
  const given = ({ requester, unit, amount }: Given): Wanted[] => [
    ...(requester ? [choice("requester", requester)] : []),
    ...(unit ? [choice("unit", unit)] : []),
    ...(amount && measured ? between(measured, policy.currency, amount) : []),
  ];
  const taken = new Map<Section, Wanted[]>();
  const before = (section: Section): Wanted[] => {
    const wanted = taken.get(section) ?? wantedFor(section);
    taken.set(section, wanted);
    return wanted;
  };
  const wantedFor = (section: Section): Wanted[] => {
    const index = policy.sections.indexOf(section);
    return policy.sections.slice(0, index + 1).flatMap(({ when }, place): Wanted[] => {
      if (when === "otherwise") return [];
      return [{ condition: when, met: place === index }];
    });
  };
  const possible: Reach["possible"] = (section, further = [], what = {}) =>
    satisfiable([...given(what), ...before(section), ...further], known);
  const named = new Map<Section, Set<string>>();
  const looksAt = (section: Section): Set<string> => {
    const fields =
      named.get(section) ??
      new Set([
        ...before(section).flatMap(({ condition }) => [...fieldsNamed(condition)]),
        ...section.levels.flatMap((level) => (level.when ? [...fieldsNamed(level.when)] : [])),
      ]);
    named.set(section, fields);
    return fields;
  };
  const answered = new Map<string, boolean>();
  return {
    known,
    possible,
    comes(section, level, { requester, unit, amount }) {
      const fields = looksAt(section);
      // What no condition looks at cannot matter, so that most questions have been answered before.
      const what: Given = {
        ...(fields.has("requester") && requester && { requester }),
        ...(fields.has("unit") && unit && { unit }),
        ...(measured && fields.has(measured) && amount && { amount }),
      };
      const key = JSON.stringify([section.id, level.id, what]);
      const value =
        answered.get(key) ?? possible(section, level.when ? [{ condition: level.when, met: true }] : [], what);
      answered.set(key, value);
      return value;
    },
    looksAtRequester: (section) => looksAt(section).has("requester") || looksAt(section).has("unit"),
  };
}

function choice(field: string, value: string): Wanted {
  return { condition: { kind: "choice", field, is: "one of", values: [value] }, met: true };
}

function between(field: string, currency: string, { from, to }: NonNullable<Given["amount"]>): Wanted[] {
  const amount = (is: "at least" | "at most", minor: number): Wanted => ({
    condition: { kind: "amount", field, is, amount: { minor, currency } },
    met: true,
  });
  return [amount("at least", from), ...(to === null ? [] : [amount("at most", to)])];
}
