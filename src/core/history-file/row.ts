import { dayTyped } from "../calendar";
import type { FactValue } from "../conditions";
import type { Field } from "../documents";
import { ownValueTyped } from "../intake";
import { entriesOf, entryCalled, foldKey } from "../lists";
import { isCurrency, parseMoney, type Money } from "../money";
import { valueAt } from "../organisation-history";
import { ownFact, ownFactsOfLines, type OwnField } from "../own-fields";
import { foldHeading, type Mapping } from "../tables";
import { usualMeasure } from "./columns";
import { folded, type Lookup } from "./lookup";
import type { BadHistoryRow, HistoryReader, HistoryReason, HistoryRow } from "./types";

/** One row of a history file while it is read: what is bad in it, and what it says that means nothing known. */
export class Row {
  readonly bad: BadHistoryRow[] = [];
  readonly unknown: { column: string; text: string }[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly mapping: Mapping,
    private readonly line: number,
    private readonly known: Lookup,
  ) {}

  read(): HistoryRow | null {
    const documentType = this.type();
    const date = this.date();
    const currency = this.currency();
    if (documentType === null || date === null || currency === null) return null;
    const requester = this.requester();
    const unit = (this.text("unit") ? this.unit() : unitOn(requester?.seats ?? [], date)) || this.known.usualUnit;
    const facts: Record<string, FactValue> = {
      currency,
      ...(requester && { requester: requester.id }),
      ...(unit && { unit }),
    };
    const measures: Record<string, Money> = {};
    for (const column of this.known.ofType.get(documentType)!) {
      if (!this.has(column.key)) continue;
      if (column.says === "amount" || column.says === "measure") {
        const key = column.says === "amount" ? usualMeasure(documentType) : column.key;
        const amount = this.amount(column.key, currency);
        if (!amount) continue;
        measures[key] = amount;
        if (column.field?.kind === "amount" || (column.says === "amount" && this.isField(documentType, key)))
          facts[key] = amount;
      } else if (column.says === "field") this.fact(facts, column.key, column.field!, date);
      else if (column.says === "own") this.ownFact(facts, column.own!, currency, date);
    }
    if (Object.keys(measures).length === 0 && this.bad.length === 0) this.wrong("amount", { code: "empty" });
    if (this.bad.length > 0) return null;
    const number = this.text("number").slice(0, 60);
    return { line: this.line, number, documentType, date, requester: requester?.id ?? "", unit, facts, measures };
  }

  private has(key: string): boolean {
    return this.mapping[key] != null;
  }

  private text(key: string): string {
    const at = this.mapping[key];
    return at == null ? "" : (this.cells[at] ?? "").trim();
  }

  private wrong(column: string, why: HistoryReason): null {
    this.bad.push({ line: this.line, column, why });
    return null;
  }

  private isField(type: string, key: string): boolean {
    return this.known.ofType.get(type)!.some((one) => one.key === key && one.field?.kind === "amount");
  }

  private type(): string | null {
    const typed = this.text("type");
    if (!typed) return this.known.documentType;
    return this.known.type.get(foldHeading(typed)) ?? this.wrong("type", { code: "no such type", values: { typed } });
  }

  private date(): string | null {
    const typed = this.text("date");
    if (!typed) return this.wrong("date", { code: "empty" });
    // A day with its time, as spreadsheets have it, is that day.
    const day = dayTyped(typed.replace(/[T ]\d{1,2}:\d{2}(:\d{2})?$/, ""), this.known.dayOrder);
    if (day === null) return this.wrong("date", { code: "no day", values: { typed: typed.slice(0, 40) } });
    return day > this.known.today ? this.wrong("date", { code: "day to come", values: { day } }) : day;
  }

  private currency(): string | null {
    const typed = this.text("currency").toUpperCase();
    if (!typed) return this.known.currency;
    return isCurrency(typed)
      ? typed
      : this.wrong("currency", { code: "no such currency", values: { typed: typed.slice(0, 20) } });
  }

  private amount(key: string, currency: string): Money | null {
    const typed = this.text(key);
    if (!typed) return null;
    const parsed = parseMoney(typed, currency);
    return parsed.ok ? parsed.money : this.wrong(key, { code: "no amount", values: { why: parsed.why } });
  }

  private requester(): HistoryReader["people"][number] | null {
    const typed = this.text("requester");
    const found = this.known.person.get(folded(typed)) ?? null;
    return found ?? this.isUnknown("requester", typed);
  }

  private unit(): string {
    const typed = this.text("unit");
    return this.known.unitCalled.get(folded(typed)) ?? this.isUnknown("unit", typed) ?? "";
  }

  private isUnknown(column: string, text: string): null {
    if (text) this.unknown.push({ column, text });
    return null;
  }

  /** The key of the entry that is meant: one that was open on that day, and else the only one of that key or name, since a ledger knows no days of ours. */
  private entry(list: string, typed: string, date: string): string | undefined {
    const { lists } = this.known;
    const open = entryCalled(lists, list, typed, date);
    if (open) return open.key;
    const called = entriesOf(lists, list).filter(({ key, name }) =>
      [key, name].some((text) => foldKey(text) === foldKey(typed)),
    );
    return called.length === 1 ? called[0]!.key : undefined;
  }

  /** A field of the type: what it says, and nothing where that is not known. */
  private fact(
    facts: Record<string, FactValue>,
    key: string,
    { kind, list, many, choices }: Field,
    date: string,
  ): void {
    const typed = this.text(key);
    const says = (value: FactValue | undefined) => {
      if (value !== undefined) facts[key] = value;
      else if (typed) this.isUnknown(key, typed);
    };
    if (kind === "text") return says(typed.slice(0, 500));
    if (kind === "date") return says(typed ? (dayTyped(typed, this.known.dayOrder) ?? undefined) : null);
    if (kind === "flag") return says(flagOf(typed));
    if (list) {
      const entry = typed ? this.entry(list, typed, date) : "";
      return says(entry === undefined ? undefined : many ? (entry ? [entry] : []) : entry || null);
    }
    const choice = Object.entries(choices ?? {}).find(([one, label]) =>
      [one, label].some((text) => foldKey(text) === foldKey(typed)),
    );
    return says(choice?.[0]);
  }

  private ownFact(facts: Record<string, FactValue>, field: OwnField, currency: string, date: string): void {
    const typed = this.text(field.key).slice(0, 2000);
    if (!typed) {
      facts[field.key] = null;
      return;
    }
    let isKnown = true;
    const entry = (one: string) => {
      const found = this.entry(field.list ?? "", one, date);
      isKnown &&= found !== undefined;
      return found ?? "";
    };
    const value = ownValueTyped(field, typed, currency, { entry, people: this.known.people });
    if (value === null || !isKnown) this.isUnknown(field.key, typed);
    else if (field.part === "line")
      facts[field.key] = ownFactsOfLines([{ own: { [field.key]: value } }])[field.key] ?? null;
    else facts[field.key] = ownFact(value);
  }
}

/** Where somebody sat on a day; before anything is known of them, where they sat first. */
function unitOn(seats: readonly { from: string; unit: string }[], day: string): string {
  return (valueAt(seats, day) ?? seats[0])?.unit ?? "";
}

const YES = new Set(["yes", "y", "true", "1", "x"]);
const NO = new Set(["no", "n", "false", "0"]);

function flagOf(typed: string): boolean | undefined {
  const word = folded(typed);
  return YES.has(word) ? true : NO.has(word) ? false : undefined;
}
