import { z } from "zod";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change, read } from "@/server/http/handle";
import { PeopleChangeSchema } from "@/server/people/changes";
import { changePeople } from "@/server/people/commands";
import { findPeople } from "@/server/people/queries";

const Body = z.strictObject({ command: z.uuid(), change: PeopleChangeSchema });

/** People whose name, address or id has the words in `q`, at most twenty; with `role`, only those who hold it. */
export async function GET(request: Request) {
  const query = new URL(request.url).searchParams;
  return read(request, (reader) => {
    const refusal = authorise(reader, "people.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    return { ok: true, value: findPeople(app(), reader, query.get("q") ?? "", query.get("role")) };
  });
}

/** One change of people, limits, stand-ins or calendars. */
export async function POST(request: Request) {
  return change(request, Body, (actor, body) => changePeople(app(), actor, body.change, body.command));
}
