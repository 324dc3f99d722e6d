import { refuse, refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { read } from "@/server/http/handle";
import { SOURCES, givenOf, lookerOf, sourceKey, unreadIn } from "@/server/listing";
import { app } from "@/server/process";
import { formatAsked, tableResponse } from "@/server/tables";
import { fileInThread } from "@/server/threads/in-thread";

/** What a list shows as a file, with its filters, its order and its columns. A filter that cannot be read is refused, since nobody would see that it was left out. */
export async function GET(request: Request, { params }: { params: Promise<{ list: string }> }) {
  return read(request, async (person) => {
    const { list } = await params;
    const key = sourceKey(list);
    if (!key) return refused("no such list", { list });
    const refusal = authorise(person, SOURCES[key].action);
    if (refusal) return { ok: false, refusals: [refusal] };
    const format = formatAsked(request);
    if (!format.ok) return format;
    const address = givenOf(Object.fromEntries(new URL(request.url).searchParams));
    const unread = unreadIn(key, lookerOf(app(), person), address);
    if (unread.length > 0)
      return {
        ok: false,
        refusals: unread.map((name) => refuse("no such filter", { filter: name, typed: address[name] ?? "" }, name)),
      };
    const asked = { list: key, address, format: format.value };
    const file = await fileInThread(app(), "list as a file", asked, person, request.signal);
    return { ok: true, value: tableResponse(file, `bandeira-${key}`, format.value) };
  });
}
