import type { NextResponse } from "next/server";
import { refuse } from "@/core/words";
import type { Origin } from "../access/sign-in";
import { problem } from "./answer";
import { isOurHost } from "./hosts";

/** How many proxies stand in front and say whose address they pass on; none unless it is set. */
function proxies(): number {
  const count = Number(process.env.BANDEIRA_PROXIES ?? 0);
  return Number.isInteger(count) && count > 0 ? count : 0;
}

/**
 * Where a request comes from, for sessions and attempts. Each trusted proxy adds the address it was called from, so the one that counts is as many from the end as
 * there are proxies; what stands before it anybody can have written. Without a proxy nothing in a request tells machines apart, and none is named.
 */
export function originOf(request: Request): Origin {
  const agent = request.headers.get("user-agent") ?? "unknown";
  const named = proxies() > 0 ? request.headers.get("x-forwarded-for")?.split(",").at(-proxies())?.trim() : undefined;
  return { machine: named || null, device: agent.slice(0, 200) };
}

/** Refuses a request that was sent to another name than ours. */
export function toElsewhere(request: Request): NextResponse | null {
  return isOurHost(request.headers.get("host")) ? null : problem([refuse("another host")]);
}

/** Refuses a request that was sent to another name, or that a page of another origin made with the visitor's cookie. */
export function fromElsewhere(request: Request): NextResponse | null {
  const other = toElsewhere(request);
  if (other) return other;
  const site = request.headers.get("sec-fetch-site");
  const origin = request.headers.get("origin");
  const foreign = (site && site !== "same-origin" && site !== "none") || (origin && !isOurs(origin, request));
  return foreign ? problem([refuse("from another page")]) : null;
}

/** Whether an origin is the one the request was sent to, which is one of ours; an opaque one, which a sandboxed page sends as the word "null", is not. */
function isOurs(origin: string, request: Request): boolean {
  return URL.canParse(origin) && new URL(origin).host === request.headers.get("host");
}
