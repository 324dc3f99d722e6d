import { oneDay } from "../calendar";
import { parseMoney } from "../money";
import { fieldsOn, type OwnField, type OwnPart, type OwnValue, type OwnValues } from "../own-fields";
import type { IntakeReason } from "./reasons";
import type { Taker } from "./ubl";

/** A row of a table as far as fields of the organisation's own read it. */
export type OwnRow = {
  /** What stands under a column, as text; empty where there is none. */
  text(column: string, most?: number): string;
  /** The key of an entry of a list that a text means; empty, and noted, where it means none. */
  entryOf(column: string, typed: string, list: string, taker: OwnTaker): string;
  bad(column: string, why: IntakeReason): void;
};

/** What has to be known to read fields: which there are, the lists they choose from, and whom they may name. */
export type OwnTaker = Pick<Taker, "fields" | "lists" | "today" | "people">;

/** The columns that a type's own fields may have: each by its key or its name. */
export function ownColumns(fields: readonly OwnField[], documentType: string): { key: string; names: string[] }[] {
  return fields
    .filter(({ on }) => on.includes(documentType))
    .map(({ key, name }) => ({ key, names: [key, name.toLocaleLowerCase("en")] }));
}

/** What a row says in fields of the organisation's own; several entries are separated by semicolons, people named by e-mail address, name or id. */
export function ownOf(
  row: OwnRow,
  documentType: string,
  part: OwnPart,
  currency: string,
  taker: OwnTaker,
): { own?: OwnValues } {
  const own: OwnValues = {};
  for (const field of fieldsOn(taker.fields ?? [], documentType, part, taker.today)) {
    const typed = row.text(field.key, 2000);
    if (!typed) continue;
    const value = ownValueTyped(field, typed, currency, {
      entry: (one) => row.entryOf(field.key, one, field.list ?? "", taker),
      people: taker.people ?? [],
    });
    if (value === null)
      row.bad(field.key, { code: "not of its field", values: { typed: typed.slice(0, 40), kind: field.kind } });
    else if (value !== "") own[field.key] = value;
  }
  return Object.keys(own).length > 0 ? { own } : {};
}

const YES = new Set(["yes", "true", "1"]);
const NO = new Set(["no", "false", "0"]);

/** Whom and what a typed text may name. */
export type MayName = {
  /** The key of an entry of the field's list; empty where there is none, of which whoever gives this takes note. */
  entry(typed: string): string;
  people: readonly { id: string; name: string; email: string }[];
};

/** What a text in a field of the organisation's own says; null for what is not of the field's kind, and of entries those that there are. */
export function ownValueTyped(field: OwnField, typed: string, currency: string, named: MayName): OwnValue | null {
  const plain = typed.toLocaleLowerCase("en");
  const entry = (one: string) => named.entry(one.trim());
  switch (field.kind) {
    case "text":
      return typed;
    case "number": {
      const number = typed.replace(",", ".");
      return /^-?\d{1,11}(\.\d{1,4})?$/.test(number) ? number : null;
    }
    case "amount": {
      const parsed = parseMoney(typed, currency);
      return parsed.ok ? parsed.money : null;
    }
    case "date":
      return oneDay(typed);
    case "flag":
      return YES.has(plain) ? true : NO.has(plain) ? false : null;
    case "choice":
      return field.several ? typed.split(";").map(entry).filter(Boolean) : entry(typed);
    case "person":
      return (
        named.people.find((one) => [one.id, one.email, one.name].some((said) => said.toLocaleLowerCase("en") === plain))
          ?.id ?? null
      );
  }
}
