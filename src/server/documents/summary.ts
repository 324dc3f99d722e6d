import { withFilled, type DocumentState } from "@/core/approval";
import { weekdaysBetween } from "@/core/calendar";
import type { Facts, FactValue } from "@/core/conditions";
import { typeWords } from "@/core/documents";
import { converterOf, type Money, type Rate, type ToCurrency } from "@/core/money";
import { isOwnKey } from "@/core/own-fields";
import { canonical } from "@/core/records";
import { pastDocumentOf, type PastDocument } from "@/core/rehearsal";

/** What of a past document is asked of thousands at once, so that they are read without their whole states: all that decides where it would go. */
export type Summary = Omit<PastDocument, Kept> & {
  /** Weekdays that each level took. */
  levelDays: number[];
};

/** What its row has already. */
type Kept = "id" | "documentType" | "requester" | "onBehalfOf" | "unit" | "at" | "unknown";

/** The summary of a document as it stands. @param rates those that may be used on a day, asked for where amounts in other currencies are compared */
export function summaryOf(state: DocumentState, rates: (day: string) => readonly Rate[]): Summary {
  const { id, levels, around = {}, route, submittedAt, createdAt } = state;
  const document = withFilled(state.document, state);
  const date = route?.ratesOn ?? document.date;
  const toCurrency: ToCurrency = (amount, currency) =>
    amount.currency === currency ? amount : converterOf(rates(date), date)(amount, currency);
  const past = pastDocumentOf(document, {
    id,
    at: submittedAt ?? createdAt,
    date,
    ...(route?.inPerson && { inPerson: route.inPerson }),
    looking: { around, toCurrency },
  });
  const { inPerson, measures, excluded, concerns, named } = past;
  // A running total is that of the days its policy asks for.
  const { measured } = route ?? {};
  return {
    date,
    facts: { ...emptyFacts(document.documentType), ...past.facts },
    measures: measured ? { ...measures, [measured.measure]: measured.amount } : measures,
    ...(inPerson && { inPerson }),
    ...(excluded && { excluded }),
    ...(concerns && { concerns }),
    ...(named && { named }),
    levelDays: levels.flatMap((level) =>
      level.openedAt && level.closedAt ? [days(weekdaysBetween(level.openedAt, level.closedAt))] : [],
    ),
  };
}

/** To a few seconds, which is all that an average over thousands can use. */
const days = (count: number) => Math.round(count * 10_000) / 10_000;

type Stored = Omit<Summary, "facts" | "measures"> & {
  facts: Record<string, FactValue>;
  /** By key; true for a measure that is the amount of a fact of the same key. */
  measures: Record<string, Money | true>;
};

/** A summary as it is stored: without what is false or empty, and with each amount once. A no in a field of the organisation's own is an answer and stays. */
export function storedSummary({ facts, measures, ...rest }: Summary): string {
  const stored: Stored = {
    ...rest,
    facts: Object.fromEntries(
      Object.entries(facts).filter(([key, value]) => value !== null && (value !== false || isOwnKey(key))),
    ),
    measures: Object.fromEntries(
      Object.entries(measures).map(([key, money]) => [
        key,
        canonical(facts[key] ?? null) === canonical(money) ? true : money,
      ]),
    ),
  };
  return JSON.stringify(stored);
}

/** The summary of a document of a type, made of what is stored. */
export function readSummary(text: string, type: string): Summary {
  const stored = JSON.parse(text) as Stored;
  return {
    ...stored,
    facts: { ...emptyFacts(type), ...stored.facts },
    measures: Object.fromEntries(
      Object.entries(stored.measures).map(([key, money]) => [
        key,
        money === true ? (stored.facts[key] as Money) : money,
      ]),
    ),
  };
}

const empty = new Map<string, Facts>();

/** The facts of a type with nothing in them. */
function emptyFacts(type: string): Facts {
  const known = empty.get(type);
  if (known) return known;
  const facts = Object.fromEntries(
    typeWords(type).fields.map(({ key, kind }) => [key, kind === "flag" ? false : null]),
  );
  empty.set(type, facts);
  return facts;
}
