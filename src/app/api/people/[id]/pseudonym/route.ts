import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { replaceByPseudonym } from "@/server/people/pseudonym";

const Body = z.strictObject({
  command: z.uuid(),
  reason: z.string().trim().min(3, "must say why, in a few words").max(200),
});

/** Replaces who a leaver is by a pseudonym. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { command, reason }) => replaceByPseudonym(app(), actor, id, reason, command));
}
