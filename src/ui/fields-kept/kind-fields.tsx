"use client";

import { typeWords } from "@/core/documents";
import { offered } from "@/core/lists";
import { ACCOUNT_KINDS, TAKEN, type OwnField, type OwnKind, type OwnPart, type Taken } from "@/core/own-fields";
import type { Directory } from "@/core/people";
import { listName, namesOfEntries, sayTaken } from "@/core/words";
import { ChoiceField, MoneyField, TextField, TickField } from "../form-fields";

type Props = {
  kind: OwnKind;
  isNew: boolean;
  directory: Directory;
  list: string;
  several: boolean;
  /** Types of documents, or kinds of accounts, that it is on. */
  on: readonly string[];
  /** A new document can begin with something in it. */
  begins: boolean;
};

/** What goes with a kind of field alone: its list, its limits, what a new document begins with. */
export function KindFields(props: Props) {
  const { kind, isNew, directory } = props;
  const { lists } = directory.organisation;
  return (
    <>
      {kind === "choice" && isNew && (
        <>
          <ChoiceField name="list" label="From which list">
            <option value="">choose</option>
            {lists.map(({ id, name }) => (
              <option key={id} value={id}>
                {listName(id, name)}
              </option>
            ))}
          </ChoiceField>
          <TickField name="several" label="Several may be chosen" />
        </>
      )}
      <Limits kind={kind} currency={directory.organisation.currency} />
      {props.begins && <Begins {...props} />}
    </>
  );
}

function Limits({ kind, currency }: { kind: OwnKind; currency: string }) {
  if (kind === "amount")
    return (
      <>
        <MoneyField name="least" label="At least" currency={currency} maxLength={20} />
        <MoneyField
          name="most"
          label="At most"
          currency={currency}
          maxLength={20}
          hint="Amounts in another currency are not held to it."
        />
      </>
    );
  if (kind !== "text" && kind !== "number" && kind !== "date") return null;
  const labels = {
    text: ["Letters at least", "Letters at most"],
    number: ["At least", "At most"],
    date: ["Not before", "Not after"],
  }[kind];
  const hint = kind === "date" ? "A day such as 2026-03-10, or days from when it is filled in: 0, 90, -30." : undefined;
  return (
    <>
      <TextField name="least" label={labels[0]!} inputMode={kind === "date" ? "text" : "decimal"} maxLength={16} />
      <TextField
        name="most"
        label={labels[1]!}
        inputMode={kind === "date" ? "text" : "decimal"}
        maxLength={16}
        {...(hint && { hint })}
      />
      {kind === "text" && (
        <>
          <TextField
            name="pattern"
            label="Has to fit the pattern"
            hint="Such as [A-Z]{2}-[0-9]{4}; empty for anything."
            maxLength={200}
          />
          <TextField
            name="patternSays"
            label="The pattern in words"
            hint="Read by whoever typed something else: “two capitals, a dash and four digits”."
            maxLength={120}
          />
        </>
      )}
    </>
  );
}

/** What a new document begins with: something that stays the same, or what is taken over. */
function Begins({ kind, directory, list, several, on }: Props) {
  const { lists, fields } = directory.organisation;
  const sources = [
    ...(Object.keys(TAKEN) as Taken[]).filter(
      (taken) => TAKEN[taken] === kind && (kind !== "choice" || (list === "cost-centres" && !several)),
    ),
    ...fields.filter((field) => isTakenFrom(field, { kind, list, several, on })).map(({ key }) => key),
  ];
  const names = namesOfEntries(lists, fields);
  return (
    <>
      {(kind === "text" || kind === "number") && (
        <TextField name="usual" label="Begins with" hint="What a new document has in it." maxLength={200} />
      )}
      {kind === "flag" && (
        <ChoiceField name="usual" label="Begins with">
          <option value="">nothing, so that it is answered</option>
          <option value="true">yes</option>
          <option value="false">no</option>
        </ChoiceField>
      )}
      {kind === "choice" && list && (
        <ChoiceField name="usual" label="Begins with">
          <option value="">nothing</option>
          {offered(lists, list, "9999-12-31").map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </ChoiceField>
      )}
      {sources.length > 0 && (
        <ChoiceField name="taken" label="Takes over">
          <option value="">nothing</option>
          {sources.map((taken) => (
            <option key={taken} value={taken}>
              {sayTaken(taken, names)}
            </option>
          ))}
        </ChoiceField>
      )}
    </>
  );
}

/** Whether documents can take over what accounts say in a field: it is of the same kind, and on accounts that all of them have to do with. */
function isTakenFrom(source: OwnField, { kind, list, several, on }: Pick<Props, "kind" | "list" | "several" | "on">) {
  return (
    source.part === "account" &&
    source.kind === kind &&
    (source.list ?? "") === (kind === "choice" ? list : "") &&
    (source.several ?? false) === several &&
    on.every((type) => source.on.includes(typeWords(type).account ?? ""))
  );
}

/** What can have fields of a part: types of documents, or kinds of accounts. */
export function holdersOf(part: OwnPart, types: readonly string[]): readonly string[] {
  return part === "account" ? ACCOUNT_KINDS : types.filter((key) => part === "document" || typeWords(key).byLine);
}
