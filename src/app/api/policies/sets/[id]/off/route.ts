import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { switchSetOff } from "@/server/policies/sets";

const Body = z.strictObject({ command: z.uuid(), last: z.iso.date() });

/** Switches a set off after a day, or calls it off before it has begun. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { command, last }) => switchSetOff(app(), actor, id, last, command));
}
