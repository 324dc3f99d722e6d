import { z } from "zod";
import { PRIVATE_FIELDS, changeDetail, openDetail, type PrivateField } from "@/server/access/private-details";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";

const field = z.enum(Object.keys(PRIVATE_FIELDS) as [PrivateField, ...PrivateField[]]);
const Body = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("open"), field }),
  z.strictObject({ type: z.literal("change"), field, value: z.string().max(200) }),
]);

/** Opens a private detail, or changes it; either is in the log. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, body) =>
    body.type === "open" ? openDetail(app(), actor, id, body.field) : changeDetail(app(), actor, id, body),
  );
}
