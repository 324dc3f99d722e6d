import { app } from "@/server/app";
import { MAX_BYTES, addAttachment } from "@/server/documents/attachments";
import { answered, currentPerson, fromElsewhere, problem } from "@/server/http/handle";

/** Takes the bytes of one file as the body; its name stands in the query. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const person = await currentPerson();
  if (!person) return problem([{ code: "not signed in", message: "Sign in first; nothing was kept" }]);
  const name = new URL(request.url).searchParams.get("name")?.trim();
  if (!name) return problem([{ code: "attachment", message: "The file has no name", path: "name" }], 400);
  // Told by the sender and not yet to be believed, but enough to turn an honest large file away before reading it.
  if (Number(request.headers.get("content-length") ?? 0) > MAX_BYTES) {
    return problem(
      [{ code: "attachment", message: `${name} is larger than ${MAX_BYTES / 1024 / 1024} MB; attach a smaller file` }],
      413,
    );
  }
  return answered(
    request,
    person,
    await addAttachment(app(), person, name, new Uint8Array(await request.arrayBuffer())),
  );
}
