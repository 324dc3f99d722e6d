import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { viewDocument } from "@/server/documents/queries";
import { sheetFor } from "@/server/documents/sheet";
import { formFor, found, visit } from "@/server/http/page";
import { OrderForm } from "@/ui/orders/order-form";

export const metadata: Metadata = { title: "Correct an order" };

export default async function EditOrder({ params }: { params: Promise<{ id: string }> }) {
  const visitor = await visit();
  const { id } = await params;
  const view = found(visitor, viewDocument(visitor.app, visitor.person, id));
  if (!sheetFor(visitor, view).mayEdit) redirect(`/documents/${id}`);
  const { directory } = visitor;
  const sentBack = view.state.levels
    .flatMap((level) => level.decisions)
    .findLast((decision) => decision.outcome === "sendBack");
  const { document } = view.state;
  const requester = directory.person(document.requester);
  return (
    <OrderForm
      id={id}
      number={view.state.number}
      initial={document}
      receiverName={document.receiver && directory.person(document.receiver)?.name}
      // Whoever took over from a requester who has left corrects it in the requester’s name.
      {...formFor({ ...visitor, person: requester ?? visitor.person })}
      nextRevision={view.state.status === "sent back" ? view.state.revision + 1 : view.state.revision}
      remark={
        sentBack && view.state.status === "sent back"
          ? { by: directory.person(sentBack.by)?.name ?? sentBack.by, comment: sentBack.comment }
          : undefined
      }
    />
  );
}
