import { evaluate, type Facts, type FactValue } from "../conditions";
import { namesIn, type Lists } from "../lists";
import {
  fieldsOn,
  isEmptyValue,
  isOwnKey,
  keysIn,
  ownFact,
  ownFactOfLines,
  ownFactsOfLines,
  wrongValue,
  wrongValues,
  type AccountKind,
  type Against,
  type OwnField,
  type OwnReason,
  type OwnValue,
  type OwnValues,
  type WithOwn,
} from "../own-fields";
import type { Directory } from "../people";
import { canonical } from "../records";
import type { Fits } from "../patterns";
import type { AccountChange } from "./account-changes";
import { NO_CONTEXT, type DocumentContext } from "./context";
import type { Basics, DocumentType, Field, FieldKind, ListPick, MissingItem } from "./registry";
import { namedOfLists } from "./picks";
import { ownShown, parts, type Change, type Shown } from "./shown";

/** The lines of a document, as far as they may have fields of the organisation's own; none of a type without lines. */
export function ownLinesOf(document: object): readonly WithOwn[] {
  return "lines" in document && Array.isArray(document.lines) ? (document.lines as readonly WithOwn[]) : [];
}

/**
 * A type with the fields of the organisation's own beside its own: what a document says in them is seen by conditions, named in changes, shown with its lines, and asked
 * for people like everything else of it. What they are called and may be is known to the organisation alone.
 */
export function withOwnFields<D extends Basics>(type: DocumentType<D>): DocumentType<D> {
  return {
    ...type,
    facts: (document, looking, own) => {
      const facts = type.facts(document, looking);
      const account = ownOfAccount(looking.around);
      return own ? withSome(facts, document, account, own) : withFacts(facts, document, account);
    },
    changes: (before, after) => withChanges(type.changes(before, after), before, after),
    lines: (document) => {
      const own = ownLinesOf(document);
      return type.lines(document).map((line, index) => withValues(line, own[index]?.own));
    },
    named: (document, around = {}) => {
      const account = { ...ownOfAccount(around), ...afterOfOwn(document) };
      return { ...textsOf(account), ...(document.own && textsOf(document.own)), ...type.named(document) };
    },
  };
}

const NOTHING: OwnValues = {};

/** What the account of the other party says in fields of the organisation's own, as it was when the document was looked at. */
function ownOfAccount({ supplier, customer }: DocumentContext): OwnValues {
  return supplier?.own ?? customer?.own ?? NOTHING;
}

/** What stands in a field somewhere on a document: on which line, counted from 1, or in a change of an account what was there before. */
export type HeldValue = { value: OwnValue; line?: number; before?: true };

/** Everything that a document, its lines, the account that it changes and the one it has to do with say in one field. */
export function ownHeldOn(document: Basics, around: DocumentContext, key: string): HeldValue[] {
  const held = (value: OwnValue | null | undefined, where: Omit<HeldValue, "value"> = {}): HeldValue[] =>
    value === null || value === undefined || isEmptyValue(value) ? [] : [{ value, ...where }];
  const changes = accountChangesIn(document).filter(({ field }) => field === key);
  return [
    ...held(document.own?.[key]),
    ...ownLinesOf(document).flatMap(({ own }, index) => held(own?.[key], { line: index + 1 })),
    ...changes.flatMap(({ before, after }) => [...held(before, { before: true }), ...held(after)]),
    ...(changes.length > 0 ? [] : held(ownOfAccount(around)[key])),
  ];
}

/** Changes of an account's fields in a document that makes any. */
function accountChangesIn(document: object): readonly AccountChange[] {
  return "changes" in document && Array.isArray(document.changes) ? (document.changes as AccountChange[]) : [];
}

/** What fields of the organisation's own on an account would say after a document, of those that it changes. */
function afterOfOwn(document: object): OwnValues {
  const values: OwnValues = {};
  for (const { field, after } of accountChangesIn(document))
    if (isOwnKey(field) && after !== null) values[field] = after;
  return values;
}

/** @param account what stands in fields of the other party's account, where the document itself says nothing else */
function withFacts(facts: Facts, document: Basics, account: OwnValues): Facts {
  const own = ownFactsOf(document);
  if (!own && account === NOTHING) return facts;
  const whole: Record<string, FactValue> = { ...facts };
  // One by one: spreading hundreds of names takes thirty times as long.
  for (const key in account) if (!(key in whole)) whole[key] = ownFact(account[key]);
  for (const key in own) whole[key] = own[key]!;
  return whole;
}

/** The same with those fields alone that are asked for: a policy names a few of hundreds. */
function withSome(facts: Facts, document: Basics, account: OwnValues, keys: readonly string[]): Facts {
  if (keys.length === 0) return facts;
  const whole: Record<string, FactValue> = { ...facts };
  const lines = ownLinesOf(document);
  for (const key of keys) {
    if (document.own?.[key] !== undefined) whole[key] = ownFact(document.own[key]);
    else {
      const said = ownFactOfLines(lines, key);
      if (said !== undefined) whole[key] = said;
      else if (account[key] !== undefined && !(key in whole)) whole[key] = ownFact(account[key]);
    }
  }
  return whole;
}

/** What documents say in them; a route asks for it at every section and level. No document is ever changed in place. */
const saidIn = new WeakMap<Basics, Facts>();

/** Null for a document that says nothing in them. */
function ownFactsOf(document: Basics): Facts | null {
  const lines = ownLinesOf(document);
  if (!document.own && !lines.some((line) => line.own)) return null;
  const known = saidIn.get(document);
  if (known) return known;
  const facts: Record<string, FactValue> = ownFactsOfLines(lines);
  for (const key in document.own) facts[key] = ownFact(document.own[key]);
  saidIn.set(document, facts);
  return facts;
}

/** Whom a rule for a person in a field may find there; a rule names a field of people alone. */
function textsOf(values: OwnValues): Record<string, string> {
  const known = texts.get(values);
  if (known) return known;
  const found: Record<string, string> = {};
  for (const key in values) {
    const value = values[key];
    if (typeof value === "string" && value !== "") found[key] = value;
  }
  texts.set(values, found);
  return found;
}

const texts = new WeakMap<OwnValues, Record<string, string>>();

const shownOf = (own: OwnValues | undefined, field: string, code: "own" | "own field") =>
  ownShown(code, field, own?.[field]);

function withValues(line: Shown, own: OwnValues | undefined): Shown {
  const said = Object.keys(own ?? {}).flatMap((key) => shownOf(own, key, "own field") ?? []);
  return said.length === 0 ? line : parts(...(line.code === "parts" ? line.values.of : [line]), ...said);
}

/** What differs in them: of the document by field, of lines with what else differs in the line. */
function withChanges<D extends Basics>(changes: Change[], before: D, after: D): Change[] {
  const differs = (one: OwnValues = {}, other: OwnValues = {}) =>
    keysIn([{ own: one }, { own: other }]).filter(
      (key) => canonical(shownOf(one, key, "own")) !== canonical(shownOf(other, key, "own")),
    );
  const ofDocument = differs(before.own, after.own).map((field): Change => ({
    label: { field },
    before: shownOf(before.own, field, "own"),
    after: shownOf(after.own, field, "own"),
  }));
  const [old, now] = [ownLinesOf(before), ownLinesOf(after)];
  const ofLines = Array.from({ length: Math.min(old.length, now.length) }, (_, index) => index + 1).flatMap(
    (line): Change[] => {
      const fields = differs(old[line - 1]?.own, now[line - 1]?.own);
      if (fields.length === 0) return [];
      const said = (own: OwnValues | undefined) => parts(...fields.map((field) => shownOf(own, field, "own field")));
      return [{ label: { line }, before: said(old[line - 1]?.own), after: said(now[line - 1]?.own) }];
    },
  );
  return [...ofDocument, ...ofLines, ...changes];
}

const KIND_OF: Record<OwnField["kind"], FieldKind> = {
  text: "text",
  number: "number",
  amount: "amount",
  date: "date",
  flag: "flag",
  choice: "choice",
  person: "choice",
};

/**
 * A field of the organisation's own as conditions name it. What an account says in one is known once a document is sent.
 * @param people names by their ids, for a field of people
 */
export function conditionField(field: OwnField, lists: Lists, people: Readonly<Record<string, string>>): Field {
  const { key, kind, name, part, list, several, by } = field;
  const ofAccount = part === "account";
  return {
    key,
    kind: KIND_OF[kind],
    label: name,
    ...((part === "line" || several) && kind !== "flag" && { many: true }),
    ...(several && part !== "line" && { several }),
    ...(ofAccount && { around: true as const }),
    ...(part === "line" && kind === "flag" && { anyLine: true as const }),
    ...(field.required === "always" && part === "document" && { always: true as const }),
    ...(by && { byApprovers: true as const }),
    ...(kind === "choice" && {
      list: list!,
      choices: namesIn(lists, list!),
    }),
    ...(kind === "person" && { choices: people }),
  };
}

const named = new WeakMap<Basics, { fields: readonly OwnField[]; keys: Record<string, string[]> }>();

/** Keys that a document names, by the list they are of, in the program's fields and the organisation's own; made once for a document and the fields there are. */
export function namedByLists(
  document: Basics,
  picks: () => readonly ListPick[],
  fields: readonly OwnField[],
): Record<string, string[]> {
  const known = named.get(document);
  if (known?.fields === fields) return known.keys;
  const keys = namedOfLists([...picks(), ...ownPicks(document, fields)]);
  named.set(document, { fields, keys });
  return keys;
}

/** What a document names of lists in fields of the organisation's own. */
export function ownPicks(document: Basics, fields: readonly OwnField[]): ListPick[] {
  const choices = fields.filter(({ kind, list }) => kind === "choice" && list);
  const on = (part: OwnField["part"]) => choices.filter((field) => field.part === part);
  const [ofDocument, ofLines] = [on("document"), on("line")];
  const of = ({ own = {} }: WithOwn, path: string, line?: number): ListPick[] =>
    (line ? ofLines : ofDocument).flatMap(({ key, list }) =>
      [own[key] ?? []]
        .flat()
        .flatMap((chosen): ListPick[] =>
          typeof chosen === "string" && chosen
            ? [{ path: `${path}own.${key}`, list: list!, key: chosen, ...(line && { line }) }]
            : [],
        ),
    );
  const account = choices.filter((field) => field.part === "account");
  const changed = accountChangesIn(document).flatMap(({ field: key, after }, index): ListPick[] => {
    const list = account.find((field) => field.key === key)?.list;
    const chosen = list ? [after ?? []].flat() : [];
    return chosen.map((one) => ({ path: `changes.${index}.after`, list: list!, key: String(one) }));
  });
  return [
    ...changed,
    ...of(document, ""),
    ...ownLinesOf(document).flatMap((line, index) => of(line, `lines.${index}.`, index + 1)),
  ];
}

/** What has to be known to look at fields of the organisation's own; whether there is somebody of an id, and whether a text fits a pattern, only where that can be told. */
export type OwnKept = { fields: readonly OwnField[] } & Omit<Against, "day">;

/** The same of an organisation. @param fits of `core/patterns` */
export function keptBy({ organisation: { fields, lists }, person }: Directory, fits: Fits): OwnKept {
  return { fields, lists, knows: (id) => person(id) !== undefined, fits };
}

/**
 * What is wrong with fields of the organisation's own, with where. A condition under which one is required is looked at on what the document itself says; where an amount
 * would have to be brought to another currency for it, the field is asked for.
 * @param day ISO date on which it is entered
 */
export function wrongOwn(
  document: Basics,
  type: DocumentType,
  kept: OwnKept,
  day: string,
  before?: Basics,
): MissingItem[] {
  const facts = type.facts(document, NO_CONTEXT);
  const needed = ({ required, when }: OwnField) =>
    required === "always" || (required === "when" && when !== undefined && evaluate(when, facts).outcome !== "not met");
  const look = (thing: WithOwn, was: WithOwn | undefined, at: OwnField["part"], path: string, line: number | null) =>
    wrongValues(
      thing.own ?? {},
      fieldsOn(kept.fields, document.documentType, at, day),
      needed,
      { ...kept, day },
      was?.own,
    ).map(({ key, why }): MissingItem => ({
      path: `${path}own.${key}`,
      why: { code: "own field", values: { line, why } },
    }));
  const old = before ? ownLinesOf(before) : [];
  return [
    ...wrongOwnChanges(document, type.account, { ...kept, day }),
    ...look(document, before, "document", "", null),
    ...ownLinesOf(document).flatMap((line, index) => look(line, old[index], "line", `lines.${index}.`, index + 1)),
  ];
}

/** What cannot stand in fields of the organisation's own of an account, among those that a document changes. */
function wrongOwnChanges(
  document: Basics,
  account: DocumentType["account"],
  { fields, ...against }: OwnKept & Against,
): MissingItem[] {
  return accountChangesIn(document).flatMap(({ field: key, after }, index): MissingItem[] => {
    if (!isOwnKey(key)) return [];
    const why = account ? wrongOnAccount(key, after, account, fields, against) : null;
    return why ? [{ path: `changes.${index}.after`, why: { code: "own field", values: { line: null, why } } }] : [];
  });
}

/** Why a value cannot stand in a field of the organisation's own on accounts of a kind; null where it can. */
export function wrongOnAccount(
  key: string,
  value: AccountChange["after"],
  kind: AccountKind,
  fields: readonly OwnField[],
  against: Against,
): OwnReason | null {
  const field = fieldsOn(fields, kind, "account", against.day).find((one) => one.key === key);
  if (!field) return { code: "no such field", values: { field: key } };
  return value === null || isEmptyValue(value) ? null : wrongValue(field, value, against);
}
