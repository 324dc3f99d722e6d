import { NextResponse, type NextRequest } from "next/server";
import { isOurHost } from "./server/http/hosts";

/** Puts a strict content policy with a fresh nonce on every page, so that only the application's own scripts run. */
export function proxy(request: NextRequest) {
  if (!isOurHost(request.headers.get("host")))
    return new NextResponse(
      "Bandeira is not reached under this name; set BANDEIRA_ADDRESS or BANDEIRA_HOSTS to it.\n",
      {
        status: 421,
        headers: { "content-type": "text/plain; charset=utf-8" },
      },
    );
  const nonce = btoa(crypto.randomUUID());
  const dev = process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : "";
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Positions on the band board are style attributes.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  response.headers.set("x-content-type-options", "nosniff");
  response.headers.set("referrer-policy", "same-origin");
  return response;
}

export const config = { matcher: [{ source: "/((?!_next/static|_next/image|favicon|icon|api/).*)" }] };
