import { openApi } from "@/server/intake/openapi";

export const dynamic = "force-static";

/** The interface for integrations, as OpenAPI 3.1, made from the schemas by which requests are checked. */
export function GET() {
  return Response.json(openApi());
}
