import { z } from "zod";
import { IdSchema } from "@/core/ids";
import { app } from "@/server/process";
import { addHook, removeHook } from "@/server/hooks/hooks";
import { change } from "@/server/http/handle";
import { endToken, makeToken, type Scope } from "@/server/intake/tokens";
import { SCOPES } from "@/core/words";

const command = z.uuid();
const name = z.string().trim().min(1, "give it a name").max(60);
const Body = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("make token"),
    command,
    name,
    person: IdSchema,
    scopes: z.array(z.enum(Object.keys(SCOPES) as [Scope])).min(1, "choose what it may do"),
  }),
  z.strictObject({ type: z.literal("end token"), command, id: z.string().max(40) }),
  z.strictObject({ type: z.literal("add address"), command, name, url: z.string().max(500) }),
  z.strictObject({ type: z.literal("remove address"), command, id: z.string().max(40) }),
]);

/** Tokens of integrations, and addresses that steps may call. */
export function POST(request: Request) {
  return change(request, Body, (actor, body) => {
    const { command: id } = body;
    if (body.type === "make token") return makeToken(app(), actor, body, id);
    if (body.type === "end token") return endToken(app(), actor, body.id, id);
    if (body.type === "add address") return addHook(app(), actor, body, id);
    return removeHook(app(), actor, body.id, id);
  });
}
