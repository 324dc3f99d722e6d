"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import { documentTypeKeys, typeWords } from "@/core/documents";
import { isOpen } from "@/core/lists";
import {
  ACCOUNT_KINDS,
  fieldsByApprovers,
  fieldsOn,
  isAccountKind,
  type OwnField,
  type OwnPart,
} from "@/core/own-fields";
import { directoryOf, type Organisation } from "@/core/people";
import { capital, sayDate, withArticle } from "@/core/text";
import { nameOfHolder } from "@/core/words";
import { useSend } from "../document/use-command";
import { Button, Refusals, SectionTitle } from "../primitives";
import { FieldForm, type FieldUses } from "./field-form";
import { FieldRows } from "./field-rows";
import { TriedForm } from "./tried-form";

type Props = {
  type: string;
  organisation: Organisation;
  today: string;
  uses: Readonly<Record<string, FieldUses>>;
  back: string | null;
  mayWrite: boolean;
};

/** Where a field stands: on the form of whoever sends a document, on each line of it, or with the decision of whoever approves. */
type Place = OwnPart | "approvers";
const placeOf = ({ by, part }: OwnField): Place => by ?? part;

/** What is open for change: a field by its key, or a new one at a place. */
type Open = { key: string } | { place: Place };

/** The fields of the organisation's own on one type of document, arranged on the form that they make. */
export function FormDesign(props: Props) {
  const { type, organisation, today, back, mayWrite } = props;
  const [open, setOpen] = useState<Open | null>(null);
  const places = placesOf(type);
  const ended = organisation.fields.filter((field) => field.on.includes(type) && !isOpen(field, today));
  const shared = { ...props, open, setOpen };
  return (
    <>
      <p className="mt-5 text-soft">
        What your organisation asks for besides what Bandeira does. A field can be named by conditions, levels and
        checks like any other; it is ended and never deleted, and documents keep it as it was when they were sent.
      </p>
      {back && (
        <p className="mt-1">
          <Link href={back}>Back to the policy</Link>, where it is offered at once.
        </p>
      )}
      <nav aria-label="Documents and accounts" className="mt-3 flex flex-wrap gap-x-4">
        {[...documentTypeKeys, ...ACCOUNT_KINDS].map((key) => (
          <Link
            key={key}
            href={`/settings/fields?type=${key}${back ? `&back=${encodeURIComponent(back)}` : ""}`}
            aria-current={key === type ? "page" : undefined}
            className={`inline-flex min-h-9 items-center ${key === type ? "font-semibold text-ink no-underline" : ""}`}
          >
            {capital(nameOfHolder(key).many)}
          </Link>
        ))}
      </nav>
      <TriedForm type={type} organisation={organisation} today={today}>
        {places.map((place) => (
          <Part key={place} {...shared} place={place} heading={headingOf(place, nameOfHolder(type).one)} />
        ))}
      </TriedForm>
      {ended.length > 0 && (
        <section aria-labelledby="not-open" className="mt-7">
          <SectionTitle id="not-open">Not on the form today</SectionTitle>
          <ul>
            {ended.map((field) => (
              <li key={field.key} className="flex min-h-9 flex-wrap items-baseline gap-x-3">
                <span>
                  {capital(field.name)}{" "}
                  <span className="text-soft">
                    {field.lastDay && field.lastDay < today
                      ? `ended ${sayDate(field.lastDay)}`
                      : `begins ${sayDate(field.firstDay ?? today)}`}
                  </span>
                </span>
                {mayWrite && (
                  <Button small look="quiet" onClick={() => setOpen({ key: field.key })}>
                    Change<span className="sr-only"> {field.name}</span>
                  </Button>
                )}
                {isEdited(open, field) && <Editor {...shared} field={field} place={placeOf(field)} />}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** Where fields can stand on documents of a type, or on accounts of a kind. */
function placesOf(holder: string): readonly Place[] {
  if (isAccountKind(holder)) return ["account"];
  return typeWords(holder).byLine ? ["document", "line", "approvers"] : ["document", "approvers"];
}

const headingOf = (place: Place, one: string) =>
  ({
    document: `On ${withArticle(one)}`,
    line: "On each line",
    account: `On the account of ${withArticle(one)}`,
    approvers: "With an approval",
  })[place];
const ADD: Record<Place, string> = {
  document: "Add a field",
  line: "Add a field to each line",
  account: "Add a field to the account",
  approvers: "Add a field for whoever approves",
};
const isEdited = (open: Open | null, field: OwnField) => open !== null && "key" in open && open.key === field.key;

type Shared = Props & { open: Open | null; setOpen(open: Open | null): void };

/** The fields of a part, each with what can be done with it. */
function Part({ place: at, heading, ...shared }: Shared & { place: Place; heading: string }) {
  const { type, organisation, today, mayWrite, open, setOpen } = shared;
  const fields =
    at === "approvers"
      ? fieldsByApprovers(organisation.fields, type, today)
      : fieldsOn(organisation.fields, type, at, today);
  const { run, refusals, busy } = useSend("/api/fields", () => undefined);
  const edited = fields.find((field) => isEdited(open, field));
  const place = (from: number, to: number) => {
    const keys = fields.map(({ key }) => key);
    const [key] = keys.splice(from, 1);
    keys.splice(to, 0, key!);
    return run({ change: { type: "place fields", keys } });
  };
  return (
    <section aria-labelledby={`part-${at}`} className="mt-6">
      <SectionTitle id={`part-${at}`}>{heading}</SectionTitle>
      {at === "approvers" && (
        <p className="text-soft">
          Not on the form: asked of whoever approves at a level that asks for it, such as an account code. Later levels
          and the steps after the approval can use it.
        </p>
      )}
      {at === "account" && (
        <p className="text-soft">
          Documents with such a {nameOfHolder(type).one} can be decided by it. A change of it is approved before it
          counts, unless the field says that it counts at once.
        </p>
      )}
      <Refusals refusals={refusals} />
      {fields.length === 0 && <p className="text-soft">No field of your own yet.</p>}
      <FieldRows
        fields={fields}
        mayWrite={mayWrite}
        busy={busy}
        onPlace={(from, to) => void place(from, to)}
        onChange={(field) => setOpen(isEdited(open, field) ? null : { key: field.key })}
        edited={edited?.key ?? null}
        editor={edited && <Editor {...shared} field={edited} place={at} />}
      />
      {mayWrite && (
        <Button className="mt-3" onClick={() => setOpen({ place: at })}>
          {ADD[at]}
        </Button>
      )}
      {open !== null && "place" in open && open.place === at && <Editor {...shared} field={null} place={at} />}
    </section>
  );
}

function Editor({ field, place, ...shared }: Shared & { field: OwnField | null; place: Place }) {
  const { type, organisation, uses, setOpen } = shared;
  const directory = useMemo(() => directoryOf(organisation), [organisation]);
  return (
    <div className="col-span-full mt-2 w-full border border-rule bg-panel p-4">
      <FieldForm
        field={field}
        part={place === "approvers" ? "document" : place}
        by={place === "approvers" ? place : null}
        type={type}
        directory={directory}
        place={organisation.fields.length}
        uses={field ? (uses[field.key] ?? null) : null}
        onDone={() => setOpen(null)}
      />
    </div>
  );
}
