import { z } from "zod";
import { AttachmentSchema } from "@/core/documents";
import { BlockSchema } from "@/core/holds";
import { EntryKeySchema } from "@/core/lists";
import { FilledValuesSchema } from "@/core/own-fields";
import { app } from "@/server/process";
import { commandDocument } from "@/server/documents/commands";
import { AskAgainSchema, SentDocumentSchema } from "@/server/documents/sent";
import { told } from "@/server/documents/told";
import { SigningSchema, signatureOf } from "@/server/access/signing";
import { change } from "@/server/http/handle";

const command = z.uuid();
const comment = z.string().max(2000).default("");
const reason = z.string().max(2000);
const askAgain = AskAgainSchema;
const Refused = z.strictObject({ part: z.string().max(40), allowed: z.int().positive().nullable() });
const listed = EntryKeySchema.optional().meta({ description: "Key of a reason in the organisation’s list for it" });
const Body = z.discriminatedUnion("type", [
  z.strictObject({ command, type: z.literal("save draft"), document: SentDocumentSchema }),
  z.strictObject({ command, type: z.literal("submit"), document: SentDocumentSchema, askAgain }),
  z.strictObject({
    command,
    type: z.literal("revise"),
    document: SentDocumentSchema,
    revision: z.int().positive(),
    askAgain,
  }),
  z.strictObject({
    command,
    type: z.enum(["approve", "decline", "send back"]),
    level: z.string(),
    revision: z.int().positive(),
    comment,
    listed,
    refused: z.array(Refused).max(400).optional(),
    ticked: z.array(z.string().max(200)).max(40).optional(),
    filled: FilledValuesSchema.optional().meta({ description: "Fields that the level asks for, with an approval" }),
    signing: SigningSchema.optional(),
    next: z.string().max(80).optional(),
    to: z.string().max(80).optional(),
  }),
  z.strictObject({
    command,
    type: z.enum(["hand over", "add approver"]),
    level: z.string(),
    revision: z.int().positive(),
    to: z.string().max(80),
    comment,
  }),
  z.strictObject({ command, type: z.literal("ask"), to: z.string().max(80), text: comment }),
  z.strictObject({ command, type: z.literal("answer"), question: z.int().positive(), text: comment }),
  z.strictObject({ command, type: z.literal("remind"), text: comment }),
  z.strictObject({ command, type: z.literal("withdraw"), comment }),
  z.strictObject({
    command,
    type: z.literal("supply paper"),
    line: z.int().min(1).max(200),
    attachment: AttachmentSchema,
  }),
  z.strictObject({ command, type: z.literal("reroute"), reason }),
  z.strictObject({ command, type: z.literal("place hold"), reason, listed, blocks: z.array(BlockSchema).max(5) }),
  z.strictObject({ command, type: z.literal("release hold"), hold: z.string().max(10), reason, listed }),
  z.strictObject({ command, type: z.enum(["retry step", "skip step"]), step: z.int().positive(), reason }),
]);

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, async (actor, { command: commandId, ...rest }) => {
    if (!("signing" in rest)) return told(commandDocument(app(), actor, id, rest, commandId, true));
    const { signing, ...command } = rest;
    const signature = signing && (await signatureOf(app(), actor, signing));
    if (signature && !signature.ok) return signature;
    return told(commandDocument(app(), actor, id, { ...command, signature: signature?.value }, commandId, true));
  });
}
