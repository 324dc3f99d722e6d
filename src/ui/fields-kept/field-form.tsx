"use client";

import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import type { Condition } from "@/core/conditions";
import { documentTypeKeys, typeWords, type Field } from "@/core/documents";
import { typedMoney } from "@/core/money";
import {
  OWN_KINDS,
  SEEN_BY,
  type Bound,
  type OwnField,
  type OwnKind,
  type OwnPart,
  type SeenBy,
} from "@/core/own-fields";
import type { Directory } from "@/core/people";
import type { Refusal } from "@/core/refusal";
import { capital, joinWords } from "@/core/text";
import { FIELD_KINDS, nameOfHolder, refuse, saySeen } from "@/core/words";
import { ConditionEditor, firstCondition } from "../board/condition-editor";
import { useSend } from "../document/use-command";
import { ChoiceField, DayField, TextField, TickField, TickOfField, TypedForm, typedAmount } from "../form-fields";
import { Button } from "../primitives";
import { KindFields, holdersOf } from "./kind-fields";

/** What a change of a field touches, by name. */
export type FieldUses = {
  policies: string[];
  drafts: string[];
  fields: string[];
  letters: string[];
  imports: string[];
  entered: number;
};

type Props = {
  field: OwnField | null;
  part: OwnPart;
  /** Whoever approves fills it in, and not whoever sends the document. */
  by: "approvers" | null;
  type: string;
  directory: Directory;
  /** Where a new one stands: after all others. */
  place: number;
  uses: FieldUses | null;
  onDone(): void;
};

type Typed = {
  name: string;
  kind: OwnKind;
  /** Of what whoever approves fills in, whether once or for each line. */
  fills: "document" | "line";
  on: string[];
  list: string;
  several: boolean;
  required: OwnField["required"];
  help: string;
  group: string;
  least: string;
  most: string;
  usual: string;
  pattern: string;
  patternSays: string;
  taken: string;
  atOnce: boolean;
  isHidden: boolean;
  seenBy: SeenBy[];
  firstDay: string;
  lastDay: string;
  from: string;
};

/** A field, new or as it is: what can stand in it, what it asks for, and what a change of it touches. */
export function FieldForm({ field, part: at, by, type, directory, place, uses, onDone }: Props) {
  const form = useForm<Typed>({ defaultValues: typedOf(field, type) });
  const [when, setWhen] = useState<Condition | null>(field?.when ?? null);
  const { run, refusals, busy } = useSend("/api/fields", onDone);
  const [problems, setProblems] = useState<Refusal[]>([]);
  const [kind, required, list, several, on, isHidden, fills] = useWatch({
    control: form.control,
    name: ["kind", "required", "list", "several", "on", "isHidden", "fills"],
  });
  const part = by ? fills : at;
  const { currency } = directory.organisation;
  const policy = { documentType: type, currency };
  const ofAccount = part === "account";
  const where = { policy, directory, may: (one: Field) => !one.around && !one.byApprovers && one.key !== field?.key };
  const save = (typed: Typed) => {
    const read = readOf(typed, { by, part, currency });
    setProblems(read.problems);
    if (read.problems.length > 0) return;
    return run({
      change: {
        type: "save field",
        key: field?.key ?? null,
        part,
        by,
        place: field?.place ?? place,
        ...read.said,
        when: typed.required === "when" ? (when ?? firstCondition(where)) : null,
      },
    });
  };
  return (
    <TypedForm form={form} refusals={[...problems, ...refusals]} onSave={save}>
      <div className="grid gap-x-4 gap-y-3 sm:grid-cols-2 lg:grid-cols-3">
        <TextField
          name="name"
          label="Name"
          hint="As in the middle of a sentence: “grant”, “expected life in years”."
          maxLength={60}
          required
        />
        {field ? (
          <p>
            <span className="text-sm font-semibold">What stands in it</span>
            <span className="block min-h-9 py-1.5">{FIELD_KINDS[field.kind]}, for good</span>
          </p>
        ) : (
          <ChoiceField name="kind" label="What stands in it">
            {OWN_KINDS.map((one) => (
              <option key={one} value={one}>
                {FIELD_KINDS[one]}
              </option>
            ))}
          </ChoiceField>
        )}
        {by && !field && typeWords(type).byLine && (
          <ChoiceField name="fills" label="Filled in">
            <option value="document">once for the document</option>
            <option value="line">for each line</option>
          </ChoiceField>
        )}
        {!by && !ofAccount && (
          <ChoiceField name="required" label="Has to be filled in">
            <option value="no">no, it may stay empty</option>
            <option value="always">always</option>
            <option value="when">under a condition</option>
          </ChoiceField>
        )}
        <KindFields
          kind={kind}
          isNew={field === null}
          directory={directory}
          list={list}
          several={several}
          on={on}
          begins={!by && !ofAccount}
        />
        <TextField name="help" label="Help" hint="One sentence below the field." maxLength={300} />
        <TextField name="group" label="Heading above it" hint="Fields of one heading stand together." maxLength={60} />
        <DayField name="firstDay" label="First day" hint="Empty: at once." />
        <DayField name="lastDay" label="Last day" hint="Ends it; documents keep what they say in it." />
        {ofAccount && <TickField name="atOnce" label="A change of it counts at once, without an approval" />}
        <TickField name="isHidden" label="Hidden from all but a few" />
        {field && <DayField name="from" label="Effective from" hint="Today, if left empty." />}
      </div>
      {isHidden && <WhoSees part={part} by={by} />}
      {required === "when" && (
        <fieldset>
          <legend className="text-sm font-semibold">Has to be filled in where</legend>
          <ConditionEditor {...where} condition={when ?? firstCondition(where)} onChange={setWhen} />
        </fieldset>
      )}
      <fieldset>
        <legend className="text-sm font-semibold">{ofAccount ? "On which accounts" : "On which documents"}</legend>
        <div className="flex flex-wrap gap-x-5">
          {holdersOf(part, documentTypeKeys).map((key) => (
            <TickOfField key={key} name="on" one={key} label={capital(nameOfHolder(key).many)} />
          ))}
        </div>
      </fieldset>
      {field && <Touched uses={uses} />}
      <div className="flex gap-2">
        <Button type="submit" look="solid" disabled={busy}>
          {field ? "Save" : "Add the field"}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </TypedForm>
  );
}

/** Who may open what stands in a hidden field. */
function WhoSees({ part, by }: Pick<Props, "part" | "by">) {
  const fills = by ? "who filled it in" : "who entered the document";
  return (
    <fieldset>
      <legend className="text-sm font-semibold">Who may show it</legend>
      <p className="text-sm text-soft">
        {part === "account" ? "Nobody sees it at once." : `Only those ${fills} see it at once.`} Whom you tick can press
        “Show”, and auditors can; each time stands in the log. Letters, lists and addresses that a step calls never say
        it.
      </p>
      <div className="flex flex-wrap gap-x-5">
        {SEEN_BY.map((one) => (
          <TickOfField key={one} name="seenBy" one={one} label={capital(saySeen(one))} />
        ))}
      </div>
    </fieldset>
  );
}

const quoted = (names: readonly string[]) =>
  joinWords(
    names.map((name) => `“${name}”`),
    "and",
  );

/** What a change of it touches. */
function Touched({ uses }: { uses: FieldUses | null }) {
  const { entered = 0, imports = [] } = uses ?? {};
  const named = [
    ["in force or to come", uses?.policies],
    ["drafts of policies", uses?.drafts],
    ["fields that go by it", uses?.fields],
    ["letters", uses?.letters],
  ] as const;
  const said = named.flatMap(([what, names = []]) => (names.length > 0 ? [`${quoted(names)} (${what})`] : []));
  if (entered > 0)
    said.push(entered === 1 ? "a document that is being entered" : `${entered} documents that are being entered`);
  const comes = imports.length > 0 && ` It comes in with ${joinWords(imports, "and")}.`;
  if (said.length === 0)
    return <p className="text-sm text-soft">No policy, draft, letter or other field names it.{comes}</p>;
  return (
    <p className="border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-sm text-waiting">
      <b className="font-semibold">A change of it touches </b>
      {said.join("; ")}.{comes}
    </p>
  );
}

const typedOf = (field: OwnField | null, type: string): Typed => ({
  name: field?.name ?? "",
  kind: field?.kind ?? "text",
  fills: field?.part === "line" ? "line" : "document",
  on: field?.on ?? [type],
  list: field?.list ?? "",
  several: field?.several ?? false,
  required: field?.required ?? "no",
  help: field?.help ?? "",
  group: field?.group ?? "",
  least: typedBound(field?.least),
  most: typedBound(field?.most),
  usual: field?.usual ?? "",
  pattern: field?.pattern ?? "",
  patternSays: field?.patternSays ?? "",
  taken: field?.taken ?? "",
  atOnce: field?.atOnce ?? false,
  isHidden: field?.seenBy !== undefined,
  seenBy: [...(field?.seenBy ?? [])],
  firstDay: field?.firstDay ?? "",
  lastDay: field?.lastDay ?? "",
  from: "",
});

const typedBound = (bound: Bound | undefined) => (typeof bound === "object" ? typedAmount(bound) : (bound ?? ""));

type About = { by: Props["by"]; part: OwnPart; currency: string };

/** What is sent of what was typed: nothing that the kind has not, days and texts left empty as none. */
function readOf(typed: Typed, { by, part, currency }: About) {
  const {
    kind,
    list,
    several,
    usual,
    firstDay,
    lastDay,
    from,
    required,
    atOnce,
    isHidden,
    seenBy,
    fills: _,
    ...rest
  } = typed;
  const choice = kind === "choice";
  const begins = !by && part !== "account";
  const problems: Refusal[] = [];
  const limit = (name: "least" | "most"): Bound | "" => {
    const text = typed[name].trim();
    if (text === "" || !["text", "number", "amount", "date"].includes(kind)) return "";
    if (kind !== "amount") return kind === "date" ? text : text.replace(",", ".");
    const parsed = typedMoney(text, currency);
    if (parsed.ok) return parsed.money;
    const what = name === "least" ? "At least" : "At most";
    problems.push(refuse("typed amount", { what, why: parsed.why }, name));
    return "";
  };
  const said = {
    ...rest,
    // What whoever approves fills in begins empty, and is required by the level that asks for it.
    required: by || part === "account" ? "no" : required,
    kind,
    list: choice ? list || null : null,
    several: choice && several,
    least: limit("least"),
    most: limit("most"),
    usual: begins && ["text", "number", "choice", "flag"].includes(kind) ? usual : "",
    pattern: kind === "text" ? typed.pattern : "",
    patternSays: kind === "text" && typed.pattern ? typed.patternSays : "",
    taken: begins ? typed.taken : "",
    atOnce: part === "account" && atOnce,
    seenBy: isHidden ? seenBy : null,
    firstDay: firstDay || null,
    lastDay: lastDay || null,
    from: from || null,
  };
  return { said, problems };
}
