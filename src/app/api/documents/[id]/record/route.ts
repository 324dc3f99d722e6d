import { app } from "@/server/app";
import { recordOf, viewDocument } from "@/server/documents/queries";
import { currentPerson, problem } from "@/server/http/handle";

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const person = await currentPerson();
  if (!person) return problem([{ code: "not signed in", message: "Sign in first" }]);
  const view = viewDocument(app(), person, (await params).id);
  if (!view.ok) return problem(view.refusals);
  return new Response(JSON.stringify(recordOf(app(), view.value), null, 2), {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${view.value.state.number}-record.json"`,
    },
  });
}
