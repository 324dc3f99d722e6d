import { documentTypeKeys } from "@/core/documents";
import { refused } from "@/core/refusal";
import { app } from "@/server/app";
import { read } from "@/server/http/handle";
import { readHistory } from "@/server/policies/history";

/** Last year's documents of a type, for the tide and the checks. */
export async function GET(request: Request) {
  const type = new URL(request.url).searchParams.get("type") ?? "";
  return read(request, (reader) =>
    documentTypeKeys.includes(type)
      ? readHistory(app(), reader, type)
      : refused("invalid", `type: “${type}” is no type of document`, "type"),
  );
}
