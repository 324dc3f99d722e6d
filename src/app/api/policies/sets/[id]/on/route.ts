import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { switchSetOn } from "@/server/policies/sets";

const Body = z.strictObject({ command: z.uuid(), from: z.iso.date(), until: z.iso.date().nullable() });

/** Switches a set on once more. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { command, ...term }) => switchSetOn(app(), actor, id, term, command));
}
