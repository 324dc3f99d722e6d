import { z } from "zod";
import { DocumentSchema } from "@/core/documents";
import { app } from "@/server/app";
import { enterDocument } from "@/server/documents/commands";
import { change } from "@/server/http/handle";

const Entry = z.strictObject({ command: z.uuid(), document: DocumentSchema });

export function POST(request: Request) {
  return change(request, Entry, (actor, body) => enterDocument(app(), actor, body.document, body.command));
}
