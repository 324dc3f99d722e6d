import { z } from "zod";
import { refused } from "@/core/words";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { savePolicyVersion } from "@/server/policies/commands";

// The policy itself is read by the command, which says every problem with its path.
const Body = z.strictObject({
  command: z.uuid(),
  basedOn: z.int().min(0),
  note: z.string().max(500),
  policy: z.looseObject({ id: z.string() }),
});

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, Body, (actor, body) => {
    if (body.policy.id !== id)
      return refused("address of another policy", { policy: id, given: body.policy.id }, "policy.id");
    return savePolicyVersion(app(), actor, body.policy, body.basedOn, body.note, body.command);
  });
}
