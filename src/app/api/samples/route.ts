import { app } from "@/server/process";
import { SampleChangeSchema, changeSample } from "@/server/evidence/samples";
import { change } from "@/server/http/handle";

/** Samples for tests of control: drawn, worked through, signed. */
export async function POST(request: Request) {
  return change(request, SampleChangeSchema, (actor, body) => changeSample(app(), actor, body, request.signal));
}
