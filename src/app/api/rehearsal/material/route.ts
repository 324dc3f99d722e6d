import { isDay } from "@/core/calendar";
import { documentTypeKeys } from "@/core/documents";
import { refused } from "@/core/words";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { OWN } from "@/server/histories/store";
import { materialFor } from "@/server/rehearsal/material";

/** Documents of a type that were sent on some days, and the people of their time, to be replayed under any version. */
export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const [type = "", from = "", until = "", history = ""] = ["type", "from", "until", "history"].map(
    (name) => searchParams.get(name) ?? "",
  );
  return read(request, (reader) => {
    if (!documentTypeKeys.includes(type)) return refused("no such type", { type }, "type");
    if (!isDay(from) || !isDay(until) || from > until) return refused("no such days", { from, until }, "from");
    return materialFor(app(), reader, type, { from, until }, history || OWN);
  });
}
