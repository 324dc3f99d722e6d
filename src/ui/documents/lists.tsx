"use client";

import { createContext, useContext, type ReactNode } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { conditionField, typeWords, vocabularyOf } from "@/core/documents";
import { entryOf, isOpen, namesIn, offered, type Entry, type Lists } from "@/core/lists";
import type { FormPart, OwnField, OwnPart } from "@/core/own-fields";
import { namesOfEntries, sayCondition, type Names } from "@/core/words";
import { Chooser } from "../chooser";
import { emptyOwn, type TakenOver, type TypedOwn } from "./own-model";

/** What a form’s fields choose from: the organisation’s lists as they are today, without those that are too long to be sent along. */
type Offer = { lists: Lists; today: string };

/** What of the organisation's own fields a form has, by where they stand, and paths of what was refused. */
type OwnOffer = {
  own: Readonly<Record<FormPart, readonly OwnField[]>> & { readonly account?: readonly OwnField[] };
  bad: ReadonlySet<string | undefined>;
  /** The type of the document. */
  type: string;
  /** What a new line takes over from whoever enters the document, and from their unit. */
  taken: TakenOver;
};

const NO_FIELDS: OwnOffer = { own: { document: [], line: [] }, bad: new Set(), type: "", taken: {} };
const Offered = createContext<Offer & OwnOffer>({ lists: [], today: "", ...NO_FIELDS });

export function OfferedLists({ children, ...offer }: Offer & Partial<OwnOffer> & { children: ReactNode }) {
  return <Offered.Provider value={{ ...NO_FIELDS, ...offer }}>{children}</Offered.Provider>;
}

/** The fields of the organisation's own on a part of the document that is entered. */
export function useOwnFields(part: OwnPart): { fields: readonly OwnField[]; bad: ReadonlySet<string | undefined> } {
  const { own, bad } = useContext(Offered);
  return { fields: own[part] ?? [], bad };
}

/** What the fields of a new line begin with. */
export function useEmptyLine(): () => TypedOwn {
  const { own, taken } = useContext(Offered);
  return () => emptyOwn(own.line, taken);
}

/** Under which condition a field has to be filled in, in words; empty where it is under none. */
export function useNeeds(): (field: OwnField) => string {
  const { own, lists, type } = useContext(Offered);
  return ({ required, when }) => {
    if (required !== "when" || !when || !type) return "";
    const all = [...own.document, ...own.line].map((one) => conditionField(one, lists, {}));
    const named = typeWords(type).fields.map((one) => (one.list ? { ...one, choices: namesIn(lists, one.list) } : one));
    return `needed where ${sayCondition(when, vocabularyOf({ fields: [...named, ...all] }))}`;
  };
}

/** What a list offers today; null where it is too long to be here, and is searched on the server. */
export function useOffered(list: string): readonly Entry[] | null {
  const { lists, today } = useContext(Offered);
  return lists.some(({ id }) => id === list) ? offered(lists, list, today) : null;
}

/** What lists and their entries are called, as far as they are here. */
export function useListNames(): Names {
  return namesOfEntries(useContext(Offered).lists);
}

/** Rates of tax that may be chosen, that with which a line begins first; two of one percentage are told apart by their names. */
export function ratesOf({ lists, today }: Offer): { percent: string; said: string }[] {
  const open = (lists.find(({ id }) => id === "tax-rates")?.entries ?? []).filter((entry) => isOpen(entry, today));
  return open
    .toSorted((a, b) => Number(b.usual ?? false) - Number(a.usual ?? false) || Number(b.percent) - Number(a.percent))
    .map(({ percent = "", name }) => {
      const alone = open.filter((other) => other.percent === percent).length === 1;
      return { percent, said: alone ? `${percent} %` : `${percent} %, ${name}` };
    });
}

/** The same for a field of a form. */
export function useRates() {
  return ratesOf(useContext(Offered));
}

/** How many of some lists have anything, so that a row of a form has as many columns. */
export function shownOf({ lists, today }: Offer, ids: readonly string[]): number {
  return ids.filter((id) => {
    const kept = lists.find((one) => one.id === id);
    return !kept || kept.entries.some((entry) => isOpen(entry, today));
  }).length;
}

/** The same for a field of a form. */
export function useShown(ids: readonly string[]): number {
  return shownOf(useContext(Offered), ids);
}

/** The rate of tax that goes with an entry, as its list says it; undefined where it says none. */
export function useRateOf(): (entry: Entry | undefined) => string | undefined {
  const { lists } = useContext(Offered);
  return (entry) => (entry?.tax ? entryOf(lists, "tax-rates", entry.tax)?.percent : undefined);
}

type Props = {
  name: string;
  list: string;
  label: ReactNode;
  labelClass?: string;
  invalid?: boolean;
  /** Something has to be chosen. */
  needed?: boolean;
  /** Called with what was chosen, besides keeping it. */
  onChosen?(entry: Entry | undefined): void;
};

/**
 * A field whose value is the key of an entry of a list: chosen from all of them where they are few, found by a few letters where they are many. A value that has
 * ended stays until another is chosen. Nothing at all where the list has nothing and nothing is chosen.
 */
export function EntryField(props: Props) {
  const { name, list, label, labelClass = "text-sm font-semibold", invalid, needed, onChosen } = props;
  const { register, setValue, control } = useFormContext();
  const value = (useWatch({ control, name }) ?? "") as string;
  const open = useOffered(list);
  if (open && open.length === 0 && !value) return null;
  if (!open)
    return (
      <Chooser
        label={label}
        labelClass={labelClass}
        name={name}
        value={value}
        maxLength={40}
        onType={(text) => setValue(name, text, { shouldDirty: true })}
        onChoose={({ id }) => setValue(name, id, { shouldDirty: true })}
        find={(text, signal) => entriesCalled(list, text, signal)}
        invalid={invalid}
        unknown="Not in the list"
      />
    );
  const { onChange, ...field } = register(name);
  return (
    <label className="block">
      <span className={labelClass}>{label}</span>
      <select
        id={name}
        {...field}
        onChange={(event) => {
          void onChange(event);
          onChosen?.(open.find(({ key }) => key === event.target.value));
        }}
        aria-invalid={invalid}
        className={`field ${invalid ? "border-held!" : ""}`}
      >
        <option value="">{needed ? "choose" : "none"}</option>
        {value && !open.some(({ key }) => key === value) && <option value={value}>{value}, no longer offered</option>}
        {open.toSorted(byName).map((entry) => (
          <option key={entry.key} value={entry.key}>
            {entry.name}
          </option>
        ))}
      </select>
    </label>
  );
}

const byName = (a: Entry, b: Entry) => a.name.localeCompare(b.name, "en", { numeric: true });

async function entriesCalled(list: string, text: string, signal: AbortSignal) {
  const response = await fetch(`/api/lists/${list}?q=${encodeURIComponent(text)}`, { signal });
  const found = response.ok ? ((await response.json()) as { key: string; name: string; owner: string | null }[]) : [];
  return found.map(({ key, name, owner }) => ({
    id: key,
    name: key,
    about: [name === key ? "" : name, owner ?? ""].filter(Boolean).join(", "),
  }));
}
