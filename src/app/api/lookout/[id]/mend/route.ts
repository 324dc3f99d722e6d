import { change } from "@/server/http/handle";
import { beginMend, MendSchema } from "@/server/lookout/mend";
import { app } from "@/server/process";

/** Begins a draft with the change that would mend a finding. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, MendSchema, (actor, body) => beginMend(app(), actor, id, body));
}
