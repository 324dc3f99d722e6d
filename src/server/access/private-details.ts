import { maskAccount, faultOfTyped } from "@/core/payments";
import type { Person } from "@/core/people";
import { type Refusal, type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { authorise } from "./authorise";
import { noteAccess } from "./events";

/** What few need to see of a person, and how much of it may be seen without opening it. */
export const PRIVATE_FIELDS = { bankAccount: "Bank account", homeAddress: "Home address" } as const;
export type PrivateField = keyof typeof PRIVATE_FIELDS;

/** The last four characters of an account, nothing of an address. @example mask("bankAccount", "XX12 3456 7890") // "•••• 7890" */
export function mask(field: PrivateField, value: string): string {
  if (value === "") return "none";
  return field === "bankAccount" ? maskAccount(value) : "••••";
}

function read(app: App, person: string, field: PrivateField): string {
  return (
    (app.db.prepare("SELECT value FROM private_detail WHERE person = ? AND field = ?").pluck().get(person, field) as
      string | undefined) ?? ""
  );
}

/** Where somebody is paid, for whoever pays; showing it to a person goes through `openDetail`. */
export function bankAccountOf(app: App, person: string): string {
  return read(app, person, "bankAccount");
}

/** The private details of a person, each hidden but for its end. */
export function maskedDetails(app: App, person: string): Record<PrivateField, string> {
  const masked = (field: PrivateField) => mask(field, read(app, person, field));
  return { bankAccount: masked("bankAccount"), homeAddress: masked("homeAddress") };
}

/** A clerk pays into accounts and needs no address; the person and whoever keeps people see both. */
export function whyNotOpen(actor: Person, person: Person, field: PrivateField): Refusal | null {
  if (field === "bankAccount") return authorise(actor, "people.private", { about: person });
  return authorise(actor, "access.own", { about: person }) && authorise(actor, "people.write");
}

/** Opens a private detail; that somebody did is in the log. */
export function openDetail(app: App, actor: Person, id: string, field: PrivateField): Result<{ value: string }> {
  const person = readReferenceData(app).directory.person(id);
  if (!person) return refused("no such person");
  const refusal = whyNotOpen(actor, person, field);
  if (refusal) return { ok: false, refusals: [refusal] };
  noteAccess(app, id, { type: "private detail opened", data: { field } }, actor.id);
  return { ok: true, value: { value: read(app, id, field) } };
}

/** Changes a private detail. The log keeps that it changed and what could be seen of it, and not the detail itself. */
export function changeDetail(
  app: App,
  actor: Person,
  id: string,
  { field, value }: { field: PrivateField; value: string },
): Result<{ changed: true }> {
  const person = readReferenceData(app).directory.person(id);
  if (!person) return refused("no such person");
  const own = authorise(actor, "access.own", { about: person });
  const refusal = own && authorise(actor, "people.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const fault = field === "bankAccount" ? faultOfTyped(value) : null;
  if (fault) return refused("bank account wrong", { fault }, "value");
  app.db
    .transaction(() => {
      const before = mask(field, read(app, id, field));
      app.db
        .prepare("INSERT OR REPLACE INTO private_detail (person, field, value) VALUES (?, ?, ?)")
        .run(id, field, value.trim());
      const data = { field, before, after: mask(field, value.trim()) };
      noteAccess(app, id, { type: "private detail changed", data }, actor.id);
    })
    .immediate();
  return { ok: true, value: { changed: true } };
}
