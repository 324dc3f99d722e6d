import { withFilled, type DocumentState } from "@/core/approval";
import { weekdaysBetween } from "@/core/calendar";
import type { Facts, FactValue } from "@/core/conditions";
import { documentType, measuresOf, typeWords, type EvaluationContext } from "@/core/documents";
import type { Money } from "@/core/money";
import { isOwnKey } from "@/core/own-fields";
import { canonical } from "@/core/records";

/** What of a past document is asked of thousands at once, so that they are read without their whole states. */
export type Summary = {
  /** Rates count by the day on which it was entered. ISO date. */
  date: string;
  facts: Facts;
  measures: Record<string, Money>;
  /** Weekdays that each level took. */
  levelDays: number[];
};

/** The summary of a document as it stands. */
export function summaryOf(state: DocumentState): Summary {
  const { levels, around = {}, route } = state;
  const document = withFilled(state.document, state);
  const type = documentType(document.documentType);
  const looking: EvaluationContext = {
    around,
    toCurrency: (amount, currency) => (amount.currency === currency ? amount : null),
  };
  const measures = measuresOf(document, looking, route?.ratesOn ?? document.date);
  // A measure that needs rates or a number of days is known as it was routed, in the policy's currency.
  const { measured } = route ?? {};
  const key = measured && type.measures.find((one) => one.label === measured.measure)?.key;
  return {
    date: route?.ratesOn ?? document.date,
    facts: { ...emptyFacts(document.documentType), ...type.facts(document, looking) },
    measures: key && !measures[key] ? { ...measures, [key]: measured.compared } : measures,
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
export function storedSummary({ date, facts, measures, levelDays }: Summary): string {
  const stored: Stored = {
    date,
    facts: Object.fromEntries(
      Object.entries(facts).filter(([key, value]) => value !== null && (value !== false || isOwnKey(key))),
    ),
    measures: Object.fromEntries(
      Object.entries(measures).map(([key, money]) => [
        key,
        canonical(facts[key] ?? null) === canonical(money) ? true : money,
      ]),
    ),
    levelDays,
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
