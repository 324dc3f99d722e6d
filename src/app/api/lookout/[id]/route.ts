import { change } from "@/server/http/handle";
import { judge, JudgeSchema } from "@/server/lookout/judge";
import { app } from "@/server/process";

/** Judges a finding, or goes on with its case. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return change(request, JudgeSchema, (actor, body) => judge(app(), actor, id, body));
}
