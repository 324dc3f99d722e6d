"use client";

import type { ReactNode } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import type { OwnField } from "@/core/own-fields";
import { capital } from "@/core/text";
import { saySeenBy } from "@/core/words";
import { PersonPicker, type Picked } from "../people/person-picker";
import { DayOf, MoneyOf } from "./fields";
import { EntryField, useNeeds, useOffered, useOwnFields } from "./lists";

/** The fields of the organisation's own on the document, under their headings. Nothing where it has none. */
export function OwnFields() {
  const { fields, bad } = useOwnFields("document");
  if (fields.length === 0) return null;
  return (
    <>
      {groupsOf(fields).map(({ heading, of }) => (
        <fieldset key={of[0]!.key} className="mt-5">
          <legend className={heading ? "text-sm font-semibold text-soft" : "sr-only"}>{heading || "More"}</legend>
          <div className="mt-1 grid gap-4 sm:grid-cols-2">
            {of.map((field) => (
              <OwnInput key={field.key} field={field} path={`own.${field.key}`} wrong={bad.has(`own.${field.key}`)} />
            ))}
          </div>
        </fieldset>
      ))}
    </>
  );
}

/** The same of a line, under its cells. */
export function OwnLineFields({ index }: { index: number }) {
  const { fields, bad } = useOwnFields("line");
  if (fields.length === 0) return null;
  return (
    <div className="col-span-full grid gap-x-3 gap-y-2 border-l-2 border-rule pl-3 sm:grid-cols-3 lg:grid-cols-4">
      {fields.map((field) => {
        const path = `lines.${index}.own.${field.key}`;
        return <OwnInput key={field.key} field={field} path={path} wrong={bad.has(path)} line={index + 1} />;
      })}
    </div>
  );
}

/** Fields one after the other, those of one heading that follow each other together. */
function groupsOf(fields: readonly OwnField[]): { heading: string; of: OwnField[] }[] {
  const groups: { heading: string; of: OwnField[] }[] = [];
  for (const field of fields) {
    const { group: heading = "" } = field;
    if (groups.at(-1)?.heading === heading) groups.at(-1)!.of.push(field);
    else groups.push({ heading, of: [field] });
  }
  return groups;
}

type Input = {
  field: OwnField;
  path: string;
  wrong: boolean;
  line?: number;
  /** Something stands in it that is hidden here, and stays where nothing is typed. */
  kept?: boolean;
};

/** One field with its control, as whoever enters a document sees it. */
export function OwnInput({ field, path, wrong, line, kept }: Input) {
  const { register } = useFormContext();
  const { name, kind, help, required, several, list = "", by, seenBy } = field;
  const needs = useNeeds();
  const optional = kept
    ? "hidden here; empty leaves it as it is"
    : by
      ? "where a level asks for it"
      : needs(field) || "may stay empty";
  const label = (
    <>
      {capital(name)}
      {required !== "always" && <span className="font-normal text-soft"> ({optional})</span>}
      {line !== undefined && <span className="sr-only"> of line {line}</span>}
    </>
  );
  const labelClass = line === undefined ? "text-sm font-semibold" : "text-sm text-soft";
  const told = [help, seenBy && `Hidden from others; ${saySeenBy(seenBy)} may show it.`].filter(Boolean).join(" ");
  const hint = told && (
    <span id={`${path}-help`} className="block text-sm text-soft">
      {told}
    </span>
  );
  if (kind === "person")
    return (
      <div>
        <OwnPerson path={path} label={capital(name) + (line === undefined ? "" : ` of line ${line}`)} />
        {hint}
      </div>
    );
  if (kind === "choice" && several) return <OwnSeveral field={field} path={path} label={label} hint={hint} />;
  if (kind === "choice")
    return (
      <div>
        <EntryField
          name={path}
          list={list}
          label={label}
          labelClass={labelClass}
          invalid={wrong}
          needed={required === "always"}
        />
        {hint}
      </div>
    );
  const common = {
    id: path,
    ...register(path),
    "aria-invalid": wrong,
    ...(told && { "aria-describedby": `${path}-help` }),
    className: `field ${wrong ? "border-held!" : ""} ${kind === "number" ? "text-right" : ""}`,
  };
  if (kind === "date")
    return (
      <div>
        <label htmlFor={path} className={`block ${labelClass}`}>
          {label}
        </label>
        <DayOf name={path} wrong={wrong} describedBy={told ? `${path}-help` : undefined} />
        {hint}
      </div>
    );
  if (kind === "amount")
    return (
      <div>
        <label htmlFor={path} className={`block ${labelClass}`}>
          {label}
        </label>
        <MoneyOf name={path} wrong={wrong} describedBy={told ? `${path}-help` : undefined} maxLength={40} />
        {hint}
      </div>
    );
  return (
    <label className="block">
      <span className={labelClass}>{label}</span>
      {kind === "flag" ? (
        <select {...common}>
          <option value="">not said</option>
          <option value="true">yes</option>
          <option value="false">no</option>
        </select>
      ) : (
        <input
          {...common}
          type="text"
          inputMode={kind === "number" ? "decimal" : undefined}
          maxLength={kind === "text" ? 2000 : 40}
        />
      )}
      {hint}
    </label>
  );
}

function OwnPerson({ path, label }: { path: string; label: string }) {
  const { setValue, control } = useFormContext();
  const value = (useWatch({ control, name: path }) ?? null) as Picked | null;
  return (
    <PersonPicker
      label={label}
      value={value}
      onChange={(person) => setValue(path, person, { shouldDirty: true })}
      none="nobody named"
    />
  );
}

function OwnSeveral({
  field: { list = "", name },
  path,
  label,
  hint,
}: {
  field: OwnField;
  path: string;
  label: ReactNode;
  hint: ReactNode;
}) {
  const { setValue, control } = useFormContext();
  const chosen = (useWatch({ control, name: path }) ?? []) as string[];
  const open = useOffered(list) ?? [];
  const gone = chosen.filter((key) => !open.some((entry) => entry.key === key));
  const put = (key: string, on: boolean) =>
    setValue(path, on ? [...chosen, key] : chosen.filter((one) => one !== key), { shouldDirty: true });
  return (
    <fieldset>
      <legend className="text-sm font-semibold">{label}</legend>
      <div id={path} tabIndex={-1} className="max-h-40 overflow-y-auto rounded-sm border border-rule px-2 py-1">
        {open.length === 0 && <p className="text-sm text-soft">The list for the {name} has nothing yet.</p>}
        {[
          ...open.map((entry) => [entry.key, entry.name] as const),
          ...gone.map((key) => [key, `${key}, no longer offered`] as const),
        ].map(([key, said]) => (
          <label key={key} className="flex min-h-7 items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="accent-harbour"
              checked={chosen.includes(key)}
              onChange={(event) => put(key, event.target.checked)}
            />
            {said}
          </label>
        ))}
      </div>
      {hint}
    </fieldset>
  );
}
