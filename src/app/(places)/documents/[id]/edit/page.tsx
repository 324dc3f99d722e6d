import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { documentOf, lastSent, refusedOf, type DocumentState } from "@/core/approval";
import { documentType, type AnyDocument } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { hiddenKeys, type HiddenKeys } from "@/core/own-fields";
import { sayGiven } from "@/core/words";
import { foundAccount, namesOn } from "@/server/documents/form-start";
import { namesFor } from "@/server/documents/names";
import { viewInClear } from "@/server/documents/queries";
import { sheetFor } from "@/server/documents/sheet";
import { formFor, found, visit } from "@/server/http/page";
import { readReferenceData } from "@/server/reference-data";
import { SCREENS } from "@/ui/document-types";

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Correct ${(await params).id.toUpperCase()}` };
}

/** What was refused of a document and stays refused until it is asked for again. */
function refusedNow(state: DocumentState) {
  const parts = documentType(state.document.documentType).parts(lastSent(state));
  return refusedOf(state).map(({ part, allowed }) => {
    const { label, amount } = parts.find((one) => one.key === part) ?? { label: part, amount: null };
    return { part, label, amount: amount && formatMoney(amount), allowed };
  });
}

/** What an account said before in fields that are hidden from some is the account’s; what is to stand there whoever corrects it has typed. */
function withoutBefore(document: AnyDocument, hidden: HiddenKeys): AnyDocument {
  if (!("changes" in document)) return document;
  const changes = document.changes.map((one) => (hidden.has(one.field) ? { ...one, before: null } : one));
  return { ...document, changes } as AnyDocument;
}

export default async function EditDocument({ params }: Props) {
  const visitor = await visit();
  const { id } = await params;
  const view = found(visitor, viewInClear(visitor.app, visitor.person, id));
  const { mayEdit, mayRevise } = sheetFor(visitor, view);
  if (!mayEdit && !mayRevise) redirect(`/documents/${id}`);
  const { directory } = visitor;
  const { state } = view;
  const sentBack = state.levels
    .flatMap((level) => level.decisions)
    .findLast((decision) => decision.outcome === "sendBack");
  const names = namesFor(readReferenceData(visitor.app), state);
  const document = documentOf(state);
  const requester = directory.person(document.requester);
  const account = documentType(document.documentType).changesAccount(document);
  const hidden = hiddenKeys(directory.organisation.fields);
  const { Form } = SCREENS[document.documentType]!;
  return (
    <Form
      id={id}
      number={state.number}
      initial={withoutBefore(document, hidden)}
      sentAs={state.sentAs && withoutBefore(state.sentAs, hidden)}
      people={namesOn(directory, document)}
      // Whoever took over from a requester who has left corrects it in the requester’s name.
      {...formFor({ ...visitor, person: requester ?? visitor.person })}
      account={account ? foundAccount(visitor, account) : undefined}
      nextRevision={state.status === "draft" ? state.revision : state.revision + 1}
      revising={state.status === "waiting" ? state.revision : undefined}
      refused={refusedNow(state)}
      remark={
        sentBack && state.status === "sent back"
          ? {
              by: names.person(sentBack.by),
              comment: sayGiven({ listed: sentBack.listed, said: sentBack.comment }, names),
            }
          : undefined
      }
    />
  );
}
