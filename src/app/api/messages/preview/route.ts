import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { PreviewSchema, previewMessage } from "@/server/messages/preview";

/** A wording as it reads about a real document. */
export async function POST(request: Request) {
  return change(request, PreviewSchema, (reader, body) => previewMessage(app(), reader, body));
}
