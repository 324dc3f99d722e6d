import { z } from "zod";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { POLICY_FORMATS, policyFile } from "@/server/policies/files";
import { refusalsOf } from "@/core/refusal";

const Query = z.strictObject({
  as: z.enum(POLICY_FORMATS),
  version: z.coerce.number().int().positive().optional(),
});

/** A version of a policy, or its draft, as a file. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  return read(request, (reader) =>
    query.success ? policyFile(app(), reader, id, query.data) : { ok: false, refusals: refusalsOf(query.error) },
  );
}
