import { z } from "zod";
import { INVITED_DAYS, inviteAll } from "@/server/access/invitations";
import { change } from "@/server/http/handle";
import { app } from "@/server/process";

const Body = z.strictObject({
  // A link that is there already is not made again, so that a repetition does nothing.
  command: z.uuid().optional(),
  days: z.int().min(1).max(INVITED_DAYS.most).default(INVITED_DAYS.usual),
});

/** Ways in for everybody who has none yet. */
export async function POST(request: Request) {
  return change(request, Body, (actor, { days }) => inviteAll(app(), actor, days));
}
