import type { Facts } from "../conditions";
import { documentType, measuresOf, namedByLists, type AnyDocument, type EvaluationContext } from "../documents";
import type { MeasureReason } from "../documents";
import { OLDEST_RATE_DAYS, convert, type Money, type Rate } from "../money";
import type { OwnField } from "../own-fields";
import type { Policy } from "../policy";
import type { Excluded } from "../people";
import { excludedFrom, type Routable } from "../routing";
import { byMeasureOf } from "./measure-key";

/**
 * What is known of a document of the past that decides where it would go, so that any policy can be asked about it: one of the organisation's own, or one that was
 * brought in by file, of which less is known. What is left out is empty, but for what `unknown` names.
 */
export type PastDocument = {
  /** Id of the document, or where it stands in its file. */
  id: string;
  documentType: string;
  /** Who entered it; empty where that is not known. */
  requester: string;
  /** For whom, if it was for somebody else. */
  onBehalfOf?: string;
  unit: string;
  /** When it was sent, ISO date-time in UTC. */
  at: string;
  /** The day whose rates count, ISO date. */
  date: string;
  /** The requester sent it, signed in. */
  inPerson?: true;
  facts: Facts;
  /** Keys of facts of which nothing is known. */
  unknown?: readonly string[];
  /** What it came to by each measure that can be told. */
  measures: Readonly<Record<string, Money>>;
  /** People who may not decide on it besides its requester. */
  excluded?: readonly Excluded[];
  /** What it names that somebody may own, see `Subject`. */
  concerns?: Readonly<Record<string, readonly string[]>>;
  named?: Readonly<Record<string, string>>;
};

/** What is known beside a document when it is looked back at. `looking` has the rates of the day that counts; see `PastDocument` for the others. */
export type LookedBack = Pick<PastDocument, "id" | "at" | "date" | "inPerson"> & { looking: EvaluationContext };

/**
 * What of a document decides where it would go. What it names of lists in fields of the organisation's own comes with `withOwnConcerns`, since it is known to the
 * organisation alone.
 */
export function pastDocumentOf(document: AnyDocument, { id, at, date, inPerson, looking }: LookedBack): PastDocument {
  const type = documentType(document.documentType);
  const excluded = excludedFrom(document);
  const concerns = { ...namedByLists(document, () => type.picks(document), []), ...type.concerns(document) };
  const named = type.named(document, looking.around);
  return {
    id,
    documentType: document.documentType,
    requester: document.requester,
    ...(document.onBehalfOf !== null && { onBehalfOf: document.onBehalfOf }),
    unit: document.unit,
    at,
    date,
    ...(inPerson && { inPerson }),
    facts: type.facts(document, looking),
    measures: measuresOf(document, looking, date),
    ...(excluded.length > 0 && { excluded }),
    ...(Object.keys(concerns).length > 0 && { concerns }),
    ...(Object.keys(named).length > 0 && { named }),
  };
}

/** The same with what it names of lists in fields of the organisation's own, whose entries may have owners. */
export function withOwnConcerns(past: PastDocument, fields: readonly OwnField[]): PastDocument {
  const choices = fields.filter(({ kind, list }) => kind === "choice" && list);
  const said = choices.filter(({ key }) => isSaid(past.facts[key]));
  if (said.length === 0) return past;
  const concerns: Record<string, readonly string[]> = { ...past.concerns };
  for (const { key, list } of said)
    concerns[list!] = [...new Set([...(concerns[list!] ?? []), ...[past.facts[key] as string | string[]].flat()])];
  return { ...past, concerns };
}

/** Whose it was: the one for whom it was entered, else the one who entered it. */
export function askerOfPast({ requester, onBehalfOf }: Pick<PastDocument, "requester" | "onBehalfOf">): string {
  return onBehalfOf ?? requester;
}

const AS_KEPT: MeasureReason = { code: "as it was kept" };
const NOTHING = {};

/** A past document as routing looks at it. @param rates usable on its day */
export function pastRoutable(past: PastDocument, rates: ConverterByDay): Routable {
  const { documentType, requester, onBehalfOf = null, unit, facts, measures, date } = past;
  const toCurrency = (amount: Money, currency: string) => rates(amount, currency, date);
  return {
    documentType,
    requester,
    onBehalfOf,
    unit,
    ...(past.unknown && { unknown: new Set(past.unknown) }),
    toCurrency,
    facts: () => facts,
    measured: (kind, { currency, days }) => {
      const measure = { kind, ...(days !== undefined && { days }) } as Policy["measure"];
      const amount = byMeasureOf(measures, { documentType, currency, measure });
      return amount ? { amount, how: AS_KEPT } : null;
    },
    says: (field) => isSaid(facts[field]),
    subject: (amount) => ({
      requester: askerOfPast(past),
      unit,
      documentType,
      amount,
      toCurrency,
      excluded: past.excluded ?? [],
      concerns: past.concerns ?? NOTHING,
      named: past.named ?? NOTHING,
    }),
  };
}

/** Whether a fact of a field of the organisation's own says anything. */
export function isSaid(value: Facts[string] | undefined): boolean {
  return value !== undefined && value !== null && value !== "" && !(Array.isArray(value) && value.length === 0);
}

/** An amount in another currency at the rates of a day; null without a rate, or where it cannot be counted exactly. */
export type ConverterByDay = ((amount: Money, currency: string, date: string) => Money | null) & {
  /** Rates that may be used on a day. */
  usable(date: string): readonly Rate[];
};

/** Conversion at the rates of a date, which are looked out once per date. */
export function converterByDay(rates: readonly Rate[]): ConverterByDay {
  const days = new Map<string, Rate[]>();
  for (const rate of rates) {
    const known = days.get(rate.date);
    if (known) known.push(rate);
    else days.set(rate.date, [rate]);
  }
  const known = new Map<string, Rate[]>();
  const usable = (date: string): Rate[] => {
    const before = known.get(date);
    if (before) return before;
    const found: Rate[] = [];
    for (let back = OLDEST_RATE_DAYS; back >= 0; back -= 1) {
      const day = new Date(Date.parse(date) - back * 86_400_000).toISOString().slice(0, 10);
      found.push(...(days.get(day) ?? []));
    }
    known.set(date, found);
    return found;
  };
  const convertAt = (amount: Money, currency: string, date: string) => {
    if (amount.currency === currency) return amount;
    const converted = convert(amount, currency, date, usable(date));
    return converted.ok ? converted.money : null;
  };
  return Object.assign(convertAt, { usable });
}
