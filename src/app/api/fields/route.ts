import { z } from "zod";
import { FieldChangeSchema, changeField } from "@/server/fields/commands";
import { change } from "@/server/http/handle";
import { app } from "@/server/process";

const Body = z.strictObject({ command: z.uuid(), change: FieldChangeSchema });

/** One change of the fields of the organisation's own. */
export function POST(request: Request) {
  return change(request, Body, (actor, body) => changeField(app(), actor, body.change, body.command));
}
