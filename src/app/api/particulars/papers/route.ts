import { refuse } from "@/core/words";
import { app } from "@/server/process";
import { MAX_BYTES, addPartyPaper } from "@/server/documents/attachments";
import { guarded } from "@/server/http/answer";
import { bodyOf, currentPerson, fromElsewhere, problem, queryOf } from "@/server/http/handle";
import { openInvitation } from "@/server/ledger/invitations";

/** Takes a paper from another party, under a link that is still open. */
export function POST(request: Request) {
  return guarded(request, async () => {
    const foreign = fromElsewhere(request);
    if (foreign) return foreign;
    const query = queryOf(request);
    if (!query.ok) return problem(query.refusals, 400);
    const invitation = openInvitation(app(), query.value.token ?? "", await currentPerson());
    if (!invitation.ok) return problem(invitation.refusals, 410);
    const name = query.value.name?.trim();
    if (!name) return problem([refuse("file without a name", null, "name")], 400);
    const body = await bodyOf(request, MAX_BYTES);
    if (!body.ok) return body.answer;
    const result = await addPartyPaper(app(), invitation.value.id, name, body.bytes);
    return result.ok ? Response.json(result.value) : problem(result.refusals);
  });
}
