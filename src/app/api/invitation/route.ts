import { z } from "zod";
import { takeInvitation } from "@/server/access/invitations";
import { app } from "@/server/process";
import { changeByAnybody, giveSession, originOf, problem } from "@/server/http/handle";

const Body = z.strictObject({ token: z.string().min(1).max(200), password: z.string().max(1000) });

/** Uses a one-time way in: sets the password and signs in. */
export function POST(request: Request) {
  return changeByAnybody(request, Body, async (taken) => {
    const result = await takeInvitation(app(), taken, originOf(request));
    return result.ok ? giveSession(request, result.value) : problem(result.refusals);
  });
}
