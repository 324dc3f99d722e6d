import { app } from "@/server/app";
import { MAX_BYTES, addPartyPaper } from "@/server/documents/attachments";
import { fromElsewhere, problem } from "@/server/http/handle";
import { invitedParty } from "@/server/ledger/account-commands";

/** Takes a paper from another party, under a link that is still open. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const query = new URL(request.url).searchParams;
  if (!invitedParty(app(), query.get("token") ?? ""))
    return problem([{ code: "used", message: "This link was used, replaced or is too old; ask for a new one" }], 410);
  const name = query.get("name")?.trim();
  if (!name) return problem([{ code: "attachment", message: "The file has no name", path: "name" }], 400);
  if (Number(request.headers.get("content-length") ?? 0) > MAX_BYTES)
    return problem([{ code: "attachment", message: `${name} is larger than 10 MB; attach a smaller file` }], 413);
  const result = await addPartyPaper(app(), name, new Uint8Array(await request.arrayBuffer()));
  return result.ok ? Response.json(result.value) : problem(result.refusals);
}
