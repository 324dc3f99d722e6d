"use client";

import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import type { Condition } from "@/core/conditions";
import { documentTypeKeys, typeWords, type Field } from "@/core/documents";
import { offered } from "@/core/lists";
import { OWN_KINDS, type OwnField, type OwnKind, type OwnPart } from "@/core/own-fields";
import type { Directory } from "@/core/people";
import { capital, joinWords } from "@/core/text";
import { FIELD_KINDS, listName } from "@/core/words";
import { ConditionEditor, firstCondition } from "../board/condition-editor";
import { useSend } from "../document/use-command";
import { ChoiceField, DayField, TextField, TickField, TickOfField, TypedForm } from "../form-fields";
import { Button } from "../primitives";

/** What a change of a field touches, by name. */
export type FieldUses = { policies: string[]; drafts: string[]; fields: string[] };

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
  on: string[];
  list: string;
  several: boolean;
  required: OwnField["required"];
  help: string;
  group: string;
  least: string;
  most: string;
  usual: string;
  firstDay: string;
  lastDay: string;
  from: string;
};

/** A field, new or as it is: what can stand in it, what it asks for, and what a change of it touches. */
export function FieldForm({ field, part, by, type, directory, place, uses, onDone }: Props) {
  const form = useForm<Typed>({ defaultValues: typedOf(field, type) });
  const [when, setWhen] = useState<Condition | null>(field?.when ?? null);
  const { run, refusals, busy } = useSend("/api/fields", onDone);
  const [kind, required, list] = useWatch({ control: form.control, name: ["kind", "required", "list"] });
  const policy = { documentType: type, currency: directory.organisation.currency };
  const where = { policy, directory, may: (one: Field) => !one.around && !one.byApprovers && one.key !== field?.key };
  const save = (typed: Typed) =>
    run({
      change: {
        type: "save field",
        key: field?.key ?? null,
        part,
        by,
        place: field?.place ?? place,
        ...readOf(typed, by),
        when: typed.required === "when" ? (when ?? firstCondition(where)) : null,
      },
    });
  const types = documentTypeKeys.filter((key) => part === "document" || typeWords(key).byLine);
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
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
        {!by && (
          <ChoiceField name="required" label="Has to be filled in">
            <option value="no">no, it may stay empty</option>
            <option value="always">always</option>
            <option value="when">under a condition</option>
          </ChoiceField>
        )}
        <KindFields kind={kind} isNew={field === null} directory={directory} list={list} begins={!by} />
        <TextField name="help" label="Help" hint="One sentence below the field." maxLength={300} />
        <TextField name="group" label="Heading above it" hint="Fields of one heading stand together." maxLength={60} />
        <DayField name="firstDay" label="First day" hint="Empty: at once." />
        <DayField name="lastDay" label="Last day" hint="Ends it; documents keep what they say in it." />
        {field && <DayField name="from" label="Changes count from" hint="Today, if left empty." />}
      </div>
      {required === "when" && (
        <fieldset>
          <legend className="text-sm font-semibold">Has to be filled in where</legend>
          <ConditionEditor {...where} condition={when ?? firstCondition(where)} onChange={setWhen} />
        </fieldset>
      )}
      <fieldset>
        <legend className="text-sm font-semibold">On which documents</legend>
        <div className="flex flex-wrap gap-x-5">
          {types.map((key) => (
            <TickOfField key={key} name="on" one={key} label={capital(typeWords(key).name.many)} />
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

/** What goes with a kind alone. */
function KindFields({
  kind,
  isNew,
  directory,
  list,
  begins,
}: {
  kind: OwnKind;
  isNew: boolean;
  directory: Directory;
  list: string;
  /** A new document can begin with something in it. */
  begins: boolean;
}) {
  const { lists } = directory.organisation;
  const bounds = kind === "text" ? ["Letters at least", "Letters at most"] : ["At least", "At most"];
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
      {(kind === "text" || kind === "number") && (
        <>
          <TextField name="least" label={bounds[0]!} inputMode="decimal" maxLength={16} />
          <TextField name="most" label={bounds[1]!} inputMode="decimal" maxLength={16} />
        </>
      )}
      {begins && (kind === "text" || kind === "number") && (
        <TextField name="usual" label="Begins with" hint="What a new document has in it." maxLength={200} />
      )}
      {begins && kind === "flag" && (
        <ChoiceField name="usual" label="Begins with">
          <option value="">nothing, so that it is answered</option>
          <option value="true">yes</option>
          <option value="false">no</option>
        </ChoiceField>
      )}
      {begins && kind === "choice" && list && (
        <ChoiceField name="usual" label="Begins with">
          <option value="">nothing</option>
          {offered(lists, list, "9999-12-31").map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </ChoiceField>
      )}
    </>
  );
}

/** What a change of it touches. */
function Touched({ uses }: { uses: FieldUses | null }) {
  if (!uses) return <p className="text-sm text-soft">No policy, draft or other field names it.</p>;
  const said = [
    ["in force or to come", uses.policies],
    ["drafts of policies", uses.drafts],
    ["fields required by it", uses.fields],
  ] as const;
  return (
    <p className="border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-sm text-waiting">
      <b className="font-semibold">A change of it touches </b>
      {said
        .filter(([, names]) => names.length > 0)
        .map(
          ([what, names]) =>
            `${joinWords(
              names.map((name) => `“${name}”`),
              "and",
            )} (${what})`,
        )
        .join("; ")}
      .
    </p>
  );
}

const typedOf = (field: OwnField | null, type: string): Typed => ({
  name: field?.name ?? "",
  kind: field?.kind ?? "text",
  on: field?.on ?? [type],
  list: field?.list ?? "",
  several: field?.several ?? false,
  required: field?.required ?? "no",
  help: field?.help ?? "",
  group: field?.group ?? "",
  least: field?.least ?? "",
  most: field?.most ?? "",
  usual: field?.usual ?? "",
  firstDay: field?.firstDay ?? "",
  lastDay: field?.lastDay ?? "",
  from: "",
});

/** What is sent of what was typed: nothing that the kind has not, days and texts left empty as none. */
function readOf(
  { kind, list, several, least, most, usual, firstDay, lastDay, from, required, ...rest }: Typed,
  by: Props["by"],
) {
  const bounded = kind === "text" || kind === "number";
  const choice = kind === "choice";
  return {
    ...rest,
    // What whoever approves fills in begins empty, and is required by the level that asks for it.
    required: by ? "no" : required,
    kind,
    list: choice ? list || null : null,
    several: choice && several,
    least: bounded ? least.trim().replace(",", ".") : "",
    most: bounded ? most.trim().replace(",", ".") : "",
    usual: !by && (bounded || choice || kind === "flag") ? usual : "",
    firstDay: firstDay || null,
    lastDay: lastDay || null,
    from: from || null,
  };
}
