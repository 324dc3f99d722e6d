import { z } from "zod";
import { isDay } from "@/core/calendar";
import { refusalsOf } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { read } from "@/server/http/handle";
import { MOST_EVENTS, countEvents } from "@/server/logbook/events";
import { app } from "@/server/process";
import { formatAsked, tableResponse } from "@/server/tables";
import { fileInThread } from "@/server/threads/in-thread";

const text = z.string().max(200).default("");
const day = z.union([z.literal(""), z.string().refine(isDay, "must be a day such as 2026-03-10")]).default("");
/** The address of the logbook; whatever else it says is no filter. */
const Query = z.object({ q: text, stream: text, type: text, actor: text, from: day, until: day });

/** Events of the log that fit, as a file: what its page shows of them, whole. */
export function GET(request: Request) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "log.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const format = formatAsked(request);
    if (!format.ok) return format;
    const parsed = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const { q, ...rest } = parsed.data;
    const filter = { text: q, ...rest };
    if (countEvents(app(), filter, reader) > MOST_EVENTS)
      return refused("too many events for a file", { most: MOST_EVENTS }, "q");
    const file = await fileInThread(app(), "log as a file", { filter, format: format.value }, reader, request.signal);
    return { ok: true, value: tableResponse(file, "bandeira-log", format.value) };
  });
}
