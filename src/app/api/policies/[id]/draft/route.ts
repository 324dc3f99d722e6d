import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { discardDraft, saveDraft } from "@/server/policies/drafts";
import { ReasonSchema } from "@/server/policies/shapes";

type Context = { params: Promise<{ id: string }> };

const Body = z.strictObject({
  revision: z.int().min(0),
  policy: z.looseObject({}),
  reasons: z.array(ReasonSchema).max(200),
});

/** Keeps the draft as it is now. */
export async function POST(request: Request, { params }: Context) {
  const { id } = await params;
  return change(request, Body, (actor, body) => saveDraft(app(), actor, id, body));
}

/** Throws the draft away. */
export async function DELETE(request: Request, { params }: Context) {
  const { id } = await params;
  const Revision = z.strictObject({ revision: z.int().min(0) });
  return change(request, Revision, (actor, { revision }) => discardDraft(app(), actor, id, revision));
}
