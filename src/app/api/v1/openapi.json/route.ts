import { dayIn } from "@/core/calendar";
import { mayReceive } from "@/server/intake/api";
import { openApi } from "@/server/intake/openapi";
import { app } from "@/server/process";
import { readReferenceData } from "@/server/reference-data";

export const dynamic = "force-dynamic";

/**
 * The interface for integrations, as OpenAPI 3.1, made from the schemas by which requests are checked. Whoever has a token is told as well what the organisation's
 * lists offer today and which fields of its own it has, which is nobody else's to know.
 */
export function GET(request: Request) {
  if (!mayReceive(app(), request.headers.get("authorization")).ok) return Response.json(openApi());
  const { organisation } = readReferenceData(app()).directory;
  return Response.json(openApi(organisation, dayIn(app().clock.now(), organisation.timeZone)));
}
