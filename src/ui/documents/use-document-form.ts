"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { useForm, useWatch, type DefaultValues, type FieldValues, type UseFormReturn } from "react-hook-form";
import type { DocumentState, EditEffect } from "@/core/approval";
import {
  missingOf,
  ownLinesOf,
  typeWords,
  type AnyDocument,
  type DocumentRow,
  type MissingItem,
} from "@/core/documents";
import type { Lists } from "@/core/lists";
import { fieldsOn, isOwnKey, type FormPart, type OwnField } from "@/core/own-fields";
import type { Fits } from "@/core/patterns";
import type { Refusal, Result } from "@/core/refusal";
import { useIntent } from "../intent";
import { send } from "../send";
import { fieldsShown, withEmptyOwn, withReadOwn, type TakenOver } from "./own-model";
import { useFits } from "./use-fits";
import { useLook } from "./whom-it-asks";
import { namesOfEntries, refuse } from "@/core/words";

/** What an edit would do, with why in words. */
export type ShownEffect = EditEffect & { why: string };

export type Requester = { id: string; name: string; unit: string; unitName: string };

/** What every form for a document is opened with. */
export type FormStart<D extends AnyDocument = AnyDocument> = {
  id: string | null;
  number: string | null;
  initial?: D;
  /** As it was last sent, where a draft of its correction was kept since. */
  sentAs?: AnyDocument | undefined;
  /** Names of people on the document, by id. */
  people?: Record<string, string>;
  today: string;
  requester: Requester;
  homeCurrency: string;
  /** The organisation’s lists with what they offer today; those of thousands are not among them. */
  lists: Lists;
  /** Fields of the organisation’s own, ended ones too, since a document may say something in them. */
  fields: readonly OwnField[];
  /** What fields of the organisation’s own may take over from whoever enters the document, and from their unit. */
  taken: TakenOver;
  /** The units there are, for what is of the unit that it is for. */
  units: readonly { id: string; name: string }[];
  /** Documents of the type that the requester entered last, for a form that is empty at first. */
  last?: readonly DocumentRow[];
  /** Number the next submission gets; an edit in approval becomes that revision too. */
  nextRevision?: number;
  /** The revision in approval that is edited; absent for drafts and what was sent back. */
  revising?: number | undefined;
  remark?: { by: string; comment: string } | undefined;
  /** Parts that were refused; they stay refused unless they are asked for again. */
  refused?: { part: string; label: string; amount: string | null; allowed: number | null }[];
};

/** The fields of the organisation’s own on a form, by where they stand. */
export type OwnOnForm = Readonly<Record<FormPart, readonly OwnField[]>> & { readonly account: readonly OwnField[] };

export type Intent = "save draft" | "submit";
export type ReadDocument = { document: AnyDocument; problems: Refusal[] };

/** Reading a type’s form: its key in the browser’s store, what it is empty, and what was typed as a document. */
export type Reading<T extends FieldValues> = {
  key: string;
  empty: T;
  read(typed: T): ReadDocument;
  mend?(path: string): string;
  /** A document whose fields of the organisation’s own a new one begins with, as a change of it does. */
  from?: AnyDocument | undefined;
};

/** A document being typed: kept in this browser until it is sent, read, sent once, and what was refused. */
export function useDocumentForm<T extends FieldValues>(
  start: FormStart,
  { key, empty: plain, read: readPlain, mend = (path) => path, from }: Reading<T>,
) {
  const { id, requester, nextRevision = 1, revising } = start;
  const fits = useFits(start.fields);
  const missing = (document: AnyDocument) => lacking(start, document, fits);
  const { documentType: type } = readPlain(plain).document;
  const own = ownOnForm(start, type);
  const empty = withEmptyOwn(
    plain,
    start.initial ?? from,
    own,
    (person) => start.people?.[person] ?? person,
    start.taken,
  );
  const read = (typed: T): ReadDocument => {
    const { document, problems } = readPlain(typed);
    const whole = withReadOwn(document, typed, own);
    return { document: whole.document, problems: [...problems, ...whole.problems] };
  };
  const router = useRouter();
  const form = useForm<T>({ defaultValues: empty as DefaultValues<T> });
  const forget = useKept(form, `bandeira:${key}:${id ?? "new"}:${requester.id}:${nextRevision}`);
  const sendDocument = useSending(id);
  const revise = useRevising(id, revising);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  // After a first try, what is missing is worked out at every letter, so that the list shrinks as it is mended.
  const [tried, setTried] = useState<Intent | null>(null);
  const typed = useWatch({ control: form.control }) as T;
  const now = read({ ...form.getValues(), ...typed });
  const missingNow = tried
    ? [...now.problems, ...(tried === "submit" ? stillMissing(missing(now.document), now.problems, mend, start) : [])]
    : [];
  const [effect, setEffect] = useState<ShownEffect | null>(null);
  const [busy, setBusy] = useState(false);
  const [askAgain, setAskAgain] = useState<string[]>([]);

  const act = async (intent: Intent) => {
    const { document, problems } = read(form.getValues());
    const still = intent === "submit" ? stillMissing(missing(document), problems, mend, start) : [];
    const all = [...problems, ...still];
    setRefusals([]);
    setTried(all.length > 0 ? intent : null);
    if (all.length > 0) return focusFirst(all, mend);
    setBusy(true);
    // An edit in approval is looked at first: what it voids is seen before it is made.
    const result = revising
      ? await revise(document, askAgain, effect !== null)
      : await sendDocument(document, askAgain, intent);
    setBusy(false);
    if (!result.ok) return setRefusals(result.refusals);
    if ("effect" in result.value) return setEffect(result.value);
    forget();
    router.push(`/documents/${result.value.id}`);
    router.refresh();
  };
  const complete = now.problems.length === 0 && missing(now.document).length === 0;
  const look = useLook(now.document, complete && !revising);
  const all = missingNow.length > 0 ? missingNow : refusals;
  return {
    form,
    act,
    busy,
    // By the names of the fields that they are about, which they describe.
    refusals: all.map((refusal) => (refusal.path ? { ...refusal, path: mend(refusal.path) } : refusal)),
    look,
    own,
    type,
    effect,
    clearEffect: () => setEffect(null),
    askAgain,
    setAskAgain,
  };
}

/** The fields that a document of the form’s type has, and those in which it says something already. */
function ownOnForm({ fields, today, initial }: FormStart, documentType: string): OwnOnForm {
  const lines = initial ? ownLinesOf(initial).map((line) => line.own) : [];
  return {
    document: fieldsShown(fields, documentType, "document", today, [initial?.own]),
    line: fieldsShown(fields, documentType, "line", today, lines),
    account: accountFieldsOn(fields, documentType, today),
  };
}

/** Fields of the organisation's own on accounts that documents of a type change; none of a type that changes no account. */
export function accountFieldsOn(fields: readonly OwnField[], documentType: string, today: string) {
  const { partyForm } = typeWords(documentType);
  return partyForm ? fieldsOn(fields, partyForm, "account", today) : [];
}

/** Where on its form a field of an account stands that a document changes; every other path as it is. */
function placeOf(document: AnyDocument, path: string): string {
  const index = /^changes\.(\d+)\.after$/.exec(path)?.[1];
  const field = index && "changes" in document ? document.changes[Number(index)]?.field : undefined;
  if (!field) return path;
  return isOwnKey(field) ? `ofAccount.${field}` : `to.${field}`;
}

/** What is missing as far as it can be told here. */
function lacking(
  { lists, fields, today, initial, sentAs, nextRevision = 1, revising }: FormStart,
  document: AnyDocument,
  fits: Fits | null,
): MissingItem[] {
  // What was never sent has nothing that may stay as it was.
  const before = nextRevision > 1 || revising ? (sentAs ?? initial) : undefined;
  const missing = missingOf(document, { lists, fields, fits }, { dated: document.date, entered: today }, before);
  return missing.map((item) => ({ ...item, path: placeOf(document, item.path) }));
}

/** What is missing, but for fields of which it was said already that they cannot be read. */
function stillMissing(
  missing: readonly MissingItem[],
  problems: readonly Refusal[],
  mend: (path: string) => string,
  { lists, fields }: FormStart,
): Refusal[] {
  const said = new Set(problems.map((problem) => problem.path));
  const names = namesOfEntries(lists, fields);
  return missing
    .filter((item) => !said.has(mend(item.path)))
    .map(({ path, why }) => refuse("still missing", { why }, path, names));
}

/** Enters the document if it is new, then submits it where that is wanted; asked again after a lost answer, nothing is done twice. */
function useSending(
  id: string | null,
): (document: AnyDocument, askAgain: string[], intent: Intent) => Promise<Result<DocumentState>> {
  const known = useRef(id);
  const intend = useIntent();
  return async (document, askAgain, intent) => {
    if (!known.current) {
      const entered = await intend<DocumentState>("/api/documents", { document });
      if (!entered.ok || intent === "save draft") return entered;
      known.current = entered.value.id;
    }
    return intend<DocumentState>(`/api/documents/${known.current}`, {
      type: intent,
      document,
      ...(intent === "submit" && askAgain.length > 0 && { askAgain }),
    });
  };
}

function useRevising(id: string | null, revision: number | undefined) {
  const intend = useIntent();
  return async (
    document: AnyDocument,
    again: string[],
    seen: boolean,
  ): Promise<Result<ShownEffect | DocumentState>> => {
    const askAgain = again.length > 0 ? { askAgain: again } : {};
    if (!seen) return send<ShownEffect>(`/api/documents/${id}/preview`, { document, revision, ...askAgain });
    return intend<DocumentState>(`/api/documents/${id}`, {
      type: "revise",
      revision,
      document,
      ...askAgain,
    });
  };
}

/** Keeps what is typed in this browser until it is submitted or saved. */
function useKept<T extends FieldValues>(form: UseFormReturn<T>, key: string): () => void {
  const kept = useRef(true);
  useEffect(() => {
    const stored = localStorage.getItem(key);
    // What was kept by an earlier program may lack a field; the empty form has it.
    if (stored) form.reset({ ...form.getValues(), ...(JSON.parse(stored) as T) });
    const subscription = form.watch((value) => {
      if (kept.current) localStorage.setItem(key, JSON.stringify(value));
    });
    return () => subscription.unsubscribe();
  }, [form, key]);
  return () => {
    kept.current = false;
    localStorage.removeItem(key);
  };
}

function focusFirst(problems: readonly Refusal[], mend: (path: string) => string): void {
  const path = problems.find((problem) => problem.path)?.path;
  if (path) document.getElementById(mend(path))?.focus();
}
