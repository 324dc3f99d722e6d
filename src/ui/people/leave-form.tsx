"use client";

import Link from "next/link";
import { useForm } from "react-hook-form";
import { sayCount } from "@/core/text";
import { DayField, PersonField, TickField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import type { Picked } from "./person-picker";
import { useChange } from "./use-change";

/** Everything that would be left without somebody. */
export type Leaving = {
  today: string;
  documents: { id: string; number: string; title: string; why: "asked" | "own" }[];
  reports: Picked[];
  heads: Picked[];
  positions: Picked[];
  groups: Picked[];
  owns: Picked[];
  standsInFor: Picked[];
  /** Policies in force that name the person in a level. */
  policies: { id: string; name: string; level: string }[];
};

type Typed = { lastDay: string; to: Record<string, Picked | null>; vacant: Record<string, boolean> };

/** Asks, before somebody goes, where each thing goes that hangs on them. Only what there is, is asked for. */
export function LeaveForm({ person, leaving, onDone }: { person: Picked; leaving: Leaving; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const form = useForm<Typed>({ defaultValues: { lastDay: leaving.today, to: {}, vacant: {} } });
  const pick = (key: string, label: string, hint?: string) => (
    <PersonField key={key} name={`to.${key}`} label={label} hint={hint} except={[person.id]} />
  );
  // Left empty and not said to stay vacant, it is not answered, and the server says which.
  const answer = ({ to, vacant }: Typed, items: Picked[], prefix: string) =>
    Object.fromEntries(
      items.flatMap(({ id }): [string, string | null][] => {
        const key = `${prefix} ${id}`;
        return to[key] ? [[id, to[key].id]] : vacant[key] ? [[id, null]] : [];
      }),
    );
  const save = async (typed: Typed) => {
    const { lastDay, to } = typed;
    const done = await change({
      type: "leave",
      person: person.id,
      lastDay,
      successor: to.successor?.id ?? null,
      reportsTo: to.reportsTo?.id ?? null,
      heads: answer(typed, leaving.heads, "head"),
      positions: answer(typed, leaving.positions, "position"),
      ownedBy: to.ownedBy?.id ?? null,
      standIn: to.standIn?.id ?? null,
    });
    if (done) onDone();
  };
  const either = (key: string, label: string) => (
    <div key={key}>
      {pick(key, label)}
      <TickField name={`vacant.${key}`} label={<span className="text-sm">it stays vacant</span>} />
    </div>
  );
  const names = (list: Picked[]) => list.map((one) => one.name).join(", ");
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <DayField name="lastDay" label="Last day" required hint="Nobody is deleted: name and decisions stay." />
      {leaving.documents.length > 0 && (
        <div>
          {pick(
            "successor",
            `Who takes over ${sayCount(leaving.documents.length)} open ${leaving.documents.length === 1 ? "document" : "documents"}`,
            "Decides what is asked of them, corrects or withdraws what is theirs, and never both on one document.",
          )}
          <OpenDocuments documents={leaving.documents} />
        </div>
      )}
      {leaving.reports.length > 0 && pick("reportsTo", "To whom their people report", names(leaving.reports))}
      {leaving.heads.map((unit) => either(`head ${unit.id}`, `Who heads ${unit.name}`))}
      {leaving.positions.map((position) => either(`position ${position.id}`, `Who holds ${position.name}`))}
      {leaving.owns.length > 0 && pick("ownedBy", `Who owns ${names(leaving.owns)}`)}
      {leaving.standsInFor.length > 0 &&
        pick(
          "standIn",
          `Who stands in for ${names(leaving.standsInFor)}`,
          "With nobody, the absence goes on without and a delegation ends.",
        )}
      {leaving.groups.length > 0 && <p className="text-sm text-soft">Leaves {names(leaving.groups)} on that day.</p>}
      <NamedIn policies={leaving.policies} />
      <Button type="submit" look="grave" disabled={busy}>
        Deactivate {person.name} after that day
      </Button>
    </TypedForm>
  );
}

function OpenDocuments({ documents }: Pick<Leaving, "documents">) {
  return (
    <ul className="mt-1 text-sm">
      {documents.slice(0, 8).map((document) => (
        <li key={document.id + document.why}>
          <Link href={`/documents/${document.id}`}>{document.number}</Link> {document.title || "Untitled"}{" "}
          <span className="text-soft">{document.why === "asked" ? "asks for their decision" : "is their own"}</span>
        </li>
      ))}
      {documents.length > 8 && <li className="text-soft">and {documents.length - 8} more</li>}
    </ul>
  );
}

/** Levels that name the person themselves, which nobody else can answer for. */
function NamedIn({ policies }: Pick<Leaving, "policies">) {
  if (policies.length === 0) return null;
  return (
    <p className="rounded-sm border-l-3 border-held bg-held-wash px-3 py-2 text-held">
      Named in{" "}
      {policies.map((policy, index) => (
        <span key={policy.id + policy.level}>
          {index > 0 && ", "}
          <Link href={`/policies/${policy.id}`}>{policy.name}</Link>, {policy.level}
        </span>
      ))}
      . New documents that need this level are held until a controller names somebody else.
    </p>
  );
}
