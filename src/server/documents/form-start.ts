import { documentType, type AnyDocument } from "@/core/documents";
import type { Directory } from "@/core/people";
import type { Visit } from "../http/page";
import { visibleFields } from "../ledger/account-commands";
import { peopleNamed, readAccount } from "../ledger/accounts";

/** An account as a form for a change of it needs it; undefined when there is none. */
export function foundAccount({ app, person }: Visit, id: string) {
  const account = readAccount(app.db, id);
  if (!account) return undefined;
  const { name, status, currency, group } = account;
  const fields = visibleFields(app, person, account);
  return {
    id,
    name,
    status,
    currency,
    group,
    fields: fields as Record<string, never>,
    people: peopleNamed(app, { fields }),
  };
}

/** Names of the people that a document names. */
export function namesOn(directory: Directory, document: AnyDocument): Record<string, string> {
  const ids = [
    ...Object.values(documentType(document.documentType).named(document)),
    document.requester,
    document.onBehalfOf,
    "receiver" in document ? document.receiver : null,
    "payee" in document ? document.payee : null,
  ];
  return Object.fromEntries(ids.flatMap((id) => (id ? [[id, directory.person(id)?.name ?? id]] : []))) as Record<
    string,
    string
  >;
}
