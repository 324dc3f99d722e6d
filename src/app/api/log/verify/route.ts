import { verifyChain } from "@/core/records";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { currentPerson, problem } from "@/server/http/handle";
import { allEvents, nativeHash } from "@/server/log/log";

/** Re-computes the whole log now. */
export async function GET() {
  const refusal = authorise(await currentPerson(), "log.verify");
  if (refusal) return problem([refusal]);
  return Response.json(verifyChain(allEvents(app().db), nativeHash));
}
