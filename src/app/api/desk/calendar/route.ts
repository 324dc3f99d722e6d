import { app } from "@/server/process";
import { calendarFile } from "@/server/documents/calendar-file";
import { read } from "@/server/http/handle";

/** What is due for whoever asks, as a calendar file. */
export async function GET(request: Request) {
  return read(request, (reader) => ({
    ok: true,
    value: new Response(calendarFile(app(), reader), {
      headers: {
        "content-type": "text/calendar; charset=utf-8",
        "content-disposition": 'attachment; filename="bandeira-due.ics"',
      },
    }),
  }));
}
