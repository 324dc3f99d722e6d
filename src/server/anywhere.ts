import { formatMoney } from "@/core/money";
import type { Person } from "@/core/people";
import { plain } from "@/core/text";
import { authorise } from "./access/authorise";
import type { App } from "./app";
import { listDocuments } from "./documents/queries";
import { findAccounts } from "./ledger/accounts";
import { findPeople } from "./people/queries";
import { policyNames } from "./policies/drafts";

/** Somewhere one can go: what it is called, what kind of thing it is, and what tells it from others of the name. */
export type Goal = { href: string; name: string; kind: string; detail: string };

const DOCUMENTS = 5;
const OTHERS = 5;

/** Documents, people, policies and accounts that a few letters lead to, each only for those who may open it. Nothing for nothing typed. */
export function findAnywhere(app: App, person: Person, text: string): Goal[] {
  const asked = text.trim();
  if (asked.length < 2) return [];
  const words = plain(asked).split(/\s+/);
  const fits = (name: string) => words.every((word) => plain(name).includes(word));
  const documents = listDocuments(app, person, { text: asked }).rows.slice(0, DOCUMENTS);
  const policies = authorise(person, "policies.read") ? [] : policyNames(app).filter(({ name }) => fits(name));
  const accounts = authorise(person, "ledger.read")
    ? []
    : (["supplier", "customer"] as const).flatMap((kind) => findAccounts(app.db, { kind, text: asked, limit: OTHERS }));
  return [
    ...documents.map((row) => ({
      href: `/documents/${row.id}`,
      name: `${row.number}  ${row.title}`,
      kind: row.typeName,
      detail: [row.party, row.gross.minor !== 0 && formatMoney(row.gross), row.status].filter(Boolean).join(", "),
    })),
    ...(authorise(person, "people.read") ? [] : findPeople(app, person, asked, null).slice(0, OTHERS)).map((one) => ({
      href: `/people/${one.id}`,
      name: one.name,
      kind: "person",
      detail: `${one.title}, ${one.unit}`,
    })),
    ...policies.slice(0, OTHERS).map(({ id, name }) => ({ href: `/policies/${id}`, name, kind: "policy", detail: "" })),
    ...accounts.slice(0, OTHERS).map(({ id, name, kind, status }) => ({
      href: `/back-office/accounts/${id}`,
      name,
      kind: `${kind} account`,
      detail: status,
    })),
  ];
}
