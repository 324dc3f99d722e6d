import { documentTypeKeys } from "@/core/documents";
import { refused } from "@/core/words";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { readHistory } from "@/server/policies/history";

/** Last year's documents of a type, for the board and the checks. */
export async function GET(request: Request) {
  const type = new URL(request.url).searchParams.get("type") ?? "";
  return read(request, (reader) =>
    documentTypeKeys.includes(type) ? readHistory(app(), reader, type) : refused("no such type", { type }, "type"),
  );
}
