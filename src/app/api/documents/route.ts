import { z } from "zod";
import { app } from "@/server/process";
import { enterDocument } from "@/server/documents/commands";
import { SentDocumentSchema } from "@/server/documents/sent";
import { told } from "@/server/documents/told";
import { change } from "@/server/http/handle";

const Entry = z.strictObject({ command: z.uuid(), document: SentDocumentSchema });

export function POST(request: Request) {
  return change(request, Entry, (actor, body) => told(enterDocument(app(), actor, body.document, body.command)));
}
