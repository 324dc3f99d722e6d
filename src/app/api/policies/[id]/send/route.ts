import { z } from "zod";
import { refused } from "@/core/words";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { sendToReviewer } from "@/server/policies/commands";
import { ReasonSchema } from "@/server/policies/shapes";

const Body = z.strictObject({
  command: z.uuid(),
  basedOn: z.int().min(0),
  note: z.string().max(500),
  reasons: z.array(ReasonSchema).max(200),
  from: z.iso.date().nullable(),
  until: z.iso.date().nullable(),
  policy: z.looseObject({ id: z.string() }),
});

/** Saves the draft as a version and sends it to the reviewer. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, { command, ...sending }) =>
    sending.policy.id === id
      ? sendToReviewer(app(), actor, sending, command)
      : refused("address of another policy", { policy: id, given: sending.policy.id }, "policy.id"),
  );
}
