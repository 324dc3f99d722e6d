import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { keptTiming } from "@/server/rehearsal/kept";
import { rehearsedDays } from "@/server/rehearsal/asked";
import { timingFor } from "@/server/rehearsal/timing";

/** How documents of a type went on some days, from which it is worked out how long decisions would take; of a rehearsal that was kept, as it was then. */
export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const kept = searchParams.get("kept");
  return read(request, (reader) => {
    if (kept !== null) return keptTiming(app(), reader, kept);
    const asked = rehearsedDays(searchParams);
    return asked.ok ? timingFor(app(), reader, asked.value.type, asked.value.days, asked.value.history) : asked;
  });
}
