import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { MessageChangeSchema, changeMessages } from "@/server/messages/settings";

const Body = z.strictObject({ command: z.uuid(), change: MessageChangeSchema });

/** How messages read and reach people. */
export async function POST(request: Request) {
  return change(request, Body, (actor, body) => changeMessages(app(), actor, body.change, body.command));
}
