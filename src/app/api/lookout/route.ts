import { z } from "zod";
import { change } from "@/server/http/handle";
import { lookByHand, LookSchema } from "@/server/lookout/look";
import { LookoutSetSchema, setLookout } from "@/server/lookout/settings";
import { app } from "@/server/process";

const Body = z.discriminatedUnion("type", [LookSchema, LookoutSetSchema]);

/** Looks through everything now, or sets by what it is looked. */
export function POST(request: Request) {
  return change(request, Body, async (actor, body) =>
    body.type === "set" ? setLookout(app(), actor, body) : lookByHand(app(), actor, body, request.signal),
  );
}
