import { app } from "@/server/process";
import { SubmitSchema, submitSeveral } from "@/server/documents/drafts";
import { change } from "@/server/http/handle";

/** Several drafts of one's own submitted at once, each by itself in the record. */
export async function POST(request: Request) {
  return change(request, SubmitSchema, (actor, body) => submitSeveral(app(), actor, body));
}
