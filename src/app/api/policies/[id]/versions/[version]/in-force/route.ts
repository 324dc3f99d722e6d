import { z } from "zod";
import { app } from "@/server/app";
import { change } from "@/server/http/handle";
import { putInForce } from "@/server/policies/commands";

const Body = z.strictObject({ command: z.uuid(), from: z.iso.date() });

export async function POST(request: Request, { params }: { params: Promise<{ id: string; version: string }> }) {
  const { id, version } = await params;
  return change(request, Body, (actor, body) => putInForce(app(), actor, id, Number(version), body.from, body.command));
}
