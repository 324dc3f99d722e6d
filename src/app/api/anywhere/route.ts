import { findAnywhere } from "@/server/anywhere";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";

/** Documents, people, policies and accounts that the letters in `q` lead to, as far as the reader may open them. */
export async function GET(request: Request) {
  const text = new URL(request.url).searchParams.get("q") ?? "";
  return read(request, (reader) => ({ ok: true, value: findAnywhere(app(), reader, text.slice(0, 200)) }));
}
