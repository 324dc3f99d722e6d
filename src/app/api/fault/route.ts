import { NextResponse } from "next/server";
import { faultOf } from "@/server/http/faults";
import { guarded, problem } from "@/server/http/answer";
import { queryOf } from "@/server/http/handle";
import { toElsewhere } from "@/server/http/origin";
import { refuse } from "@/core/words";

/** What a page that could not be made may say of the database. It is asked when nothing else can be read, so it needs no session. */
export function GET(request: Request) {
  return guarded(request, async () => {
    const other = toElsewhere(request);
    if (other) return other;
    const query = queryOf(request);
    if (!query.ok) return problem(query.refusals, 400);
    const sentence = faultOf(query.value.reference ?? "");
    return sentence ? NextResponse.json({ sentence }) : problem([refuse("no such fault")]);
  });
}
