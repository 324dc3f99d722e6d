import { authorise } from "@/server/access/authorise";
import { read } from "@/server/http/handle";
import { publicHolidays } from "@/server/people/holidays";

/** Public holidays of a country and region in a year, to put into a calendar. */
export async function GET(request: Request) {
  const query = new URL(request.url).searchParams;
  return read(request, (reader) => {
    const refusal = authorise(reader, "calendars.write");
    if (refusal) return { ok: false, refusals: [refusal] };
    return publicHolidays(query.get("country") ?? "", query.get("region") ?? "", Number(query.get("year")));
  });
}
