import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { noteThere } from "@/server/policies/drafts";

/** Says that somebody has the draft open, and hears who else has. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, z.strictObject({}), (actor) => noteThere(app(), actor, id));
}
