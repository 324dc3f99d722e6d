import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { beginPolicy } from "@/server/policies/drafts";

// The policy itself is read by the command, which says every problem with its path.
const Body = z.strictObject({ policy: z.looseObject({}) });

/** Begins a new policy as a draft. */
export async function POST(request: Request) {
  return change(request, Body, (actor, { policy }) => beginPolicy(app(), actor, policy));
}
