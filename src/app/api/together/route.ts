import { app } from "@/server/process";
import { TogetherSchema, decideTogether } from "@/server/documents/together";
import { change } from "@/server/http/handle";

/** Several documents decided at once, each by itself in the record. */
export async function POST(request: Request) {
  return change(request, TogetherSchema, (actor, body) => decideTogether(app(), actor, body));
}
