import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { HistoryChangeSchema, deleteHistory } from "@/server/histories/store";

type Context = { params: Promise<{ id: string }> };

/** Deletes a history as a whole. */
export async function POST(request: Request, { params }: Context) {
  const { id } = await params;
  return change(request, HistoryChangeSchema, (actor, { command }) => deleteHistory(app(), actor, id, command));
}
