import { z } from "zod";
import { app } from "@/server/process";
import { lookAtTyped } from "@/server/documents/look";
import { SentDocumentSchema } from "@/server/documents/sent";
import { change } from "@/server/http/handle";

const Body = z.strictObject({ document: SentDocumentSchema });

/** Whom a document that is being typed would ask; nothing is written. */
export function POST(request: Request) {
  return change(request, Body, (actor, { document }) => lookAtTyped(app(), actor, document));
}
