import { z } from "zod";
import { OwnKeySchema } from "@/core/own-fields";
import { openOnDocument } from "@/server/fields/opening";
import { change } from "@/server/http/handle";
import { app } from "@/server/process";

const Body = z.strictObject({ field: OwnKeySchema });

/** Opens a field that is hidden from others; that somebody did is in the log. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { field }) => openOnDocument(app(), actor, id, field));
}
