import { z } from "zod";
import { PurchaseOrderSchema } from "@/core/documents";
import { app } from "@/server/app";
import { enterDocument } from "@/server/documents/commands";
import { change } from "@/server/http/handle";

const Entry = z.strictObject({ command: z.uuid(), document: PurchaseOrderSchema });

export function POST(request: Request) {
  return change(request, Entry, (actor, body) => enterDocument(app(), actor, body.document, body.command));
}
