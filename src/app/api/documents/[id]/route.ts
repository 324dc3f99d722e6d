import { z } from "zod";
import { PurchaseOrderSchema } from "@/core/documents";
import { app } from "@/server/app";
import { commandDocument } from "@/server/documents/commands";
import { change } from "@/server/http/handle";

const command = z.uuid();
const comment = z.string().max(2000).default("");
const Body = z.discriminatedUnion("type", [
  z.strictObject({ command, type: z.enum(["save draft", "submit"]), document: PurchaseOrderSchema }),
  z.strictObject({
    command,
    type: z.enum(["approve", "decline", "send back"]),
    level: z.string(),
    revision: z.int().positive(),
    comment,
  }),
  z.strictObject({ command, type: z.literal("withdraw"), comment }),
  z.strictObject({ command, type: z.literal("reroute"), reason: z.string().max(2000) }),
]);

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { command: commandId, ...rest }) =>
    commandDocument(app(), actor, id, rest, commandId),
  );
}
