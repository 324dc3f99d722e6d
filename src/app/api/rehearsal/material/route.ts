import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { rehearsedDays } from "@/server/rehearsal/asked";
import { materialFor } from "@/server/rehearsal/material";

/** Documents of a type that were sent on some days, and the people of their time, to be replayed under any version. */
export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  return read(request, (reader) => {
    const asked = rehearsedDays(searchParams);
    return asked.ok ? materialFor(app(), reader, asked.value.type, asked.value.days, asked.value.history) : asked;
  });
}
