import { z } from "zod";
import { invite } from "@/server/access/invitations";
import { endSessions } from "@/server/access/sessions";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";

const Body = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("invite") }),
  z.strictObject({ type: z.literal("end sessions") }),
]);

/** What an administrator does to somebody’s way in. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { type }) =>
    type === "invite" ? invite(app(), actor, id) : endSessions(app(), actor, id, "all"),
  );
}
