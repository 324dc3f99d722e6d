import { app } from "@/server/process";
import { ViewSchema, changeView } from "@/server/listing/views";
import { change } from "@/server/http/handle";

/** Views of lists that somebody keeps under a name. */
export async function POST(request: Request) {
  return change(request, ViewSchema, (actor, body) => changeView(app(), actor, body));
}
