import { z } from "zod";
import { app } from "@/server/process";
import { previewEdit } from "@/server/documents/commands";
import { AskAgainSchema, SentDocumentSchema } from "@/server/documents/sent";
import { change } from "@/server/http/handle";

const Body = z.strictObject({ document: SentDocumentSchema, revision: z.int().positive(), askAgain: AskAgainSchema });

/** What an edit in approval would void; nothing is written. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, body) => previewEdit(app(), actor, id, { type: "revise", ...body }));
}
