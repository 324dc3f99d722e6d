import { refuse } from "@/core/words";
import { app } from "@/server/process";
import { MAX_BYTES, addAttachment, whyNotBring } from "@/server/documents/attachments";
import { guarded } from "@/server/http/answer";
import { answered, bodyOf, currentPerson, fromElsewhere, problem, queryOf } from "@/server/http/handle";

/** Takes the bytes of one file as the body; its name stands in the query. */
export function POST(request: Request) {
  return guarded(request, async () => {
    const foreign = fromElsewhere(request);
    if (foreign) return foreign;
    const person = await currentPerson();
    if (!person) return problem([refuse("sign in to attach")]);
    const refusal = whyNotBring(person);
    if (refusal) return answered(request, person, { ok: false, refusals: [refusal] });
    const query = queryOf(request);
    if (!query.ok) return problem(query.refusals, 400);
    const name = query.value.name?.trim();
    if (!name) return problem([refuse("file without a name", null, "name")], 400);
    const body = await bodyOf(request, MAX_BYTES);
    if (!body.ok) return body.answer;
    return answered(request, person, await addAttachment(app(), person, name, body.bytes));
  });
}
