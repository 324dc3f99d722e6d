import { z } from "zod";
import { IdSchema } from "@/core/ids";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { scheduleSet } from "@/server/policies/sets";

const Body = z.strictObject({
  command: z.uuid(),
  name: z.string().max(80),
  members: z.array(z.strictObject({ policy: IdSchema, version: z.int().positive() })).max(50),
  from: z.iso.date(),
  until: z.iso.date().nullable(),
});

/** Switches several reviewed policies on together. */
export async function POST(request: Request) {
  return change(request, Body, (actor, { command, ...plan }) => scheduleSet(app(), actor, plan, command));
}
