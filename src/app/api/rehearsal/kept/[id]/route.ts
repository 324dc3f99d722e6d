import { app } from "@/server/process";
import { change, read } from "@/server/http/handle";
import { KeptChangeSchema, deleteKept, keptMaterial } from "@/server/rehearsal/kept";

type Context = { params: Promise<{ id: string }> };

/** What a rehearsal that was kept was put to: the same documents, people and rates again. */
export async function GET(request: Request, { params }: Context) {
  const { id } = await params;
  return read(request, (reader) => {
    const put = keptMaterial(app(), reader, id);
    return put.ok ? { ok: true, value: put.value.material } : put;
  });
}

/** Deletes a rehearsal that was kept. */
export async function POST(request: Request, { params }: Context) {
  const { id } = await params;
  return change(request, KeptChangeSchema, (actor, { command }) => deleteKept(app(), actor, id, command));
}
