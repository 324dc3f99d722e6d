import { z } from "zod";
import { change } from "@/server/http/handle";
import { ListChangeSchema, changeList } from "@/server/lists/commands";
import { app } from "@/server/process";

const Body = z.strictObject({ command: z.uuid(), change: ListChangeSchema });

/** One change of a list. */
export function POST(request: Request) {
  return change(request, Body, (actor, body) => changeList(app(), actor, body.change, body.command));
}
