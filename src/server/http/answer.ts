import { randomBytes } from "node:crypto";
import { NextResponse } from "next/server";
import { type Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { sayDatabase } from "../db/open";
import type { Busy } from "../threads/pool";

const STATUS = new Map<string, number>(
  Object.entries({
    "not signed in": 401,
    forbidden: 403,
    "not a demo": 403,
    "too many attempts": 429,
    unknown: 404,
    "too slow": 408,
    "already decided": 409,
    "other revision": 409,
    "other version": 409,
    already: 409,
    "command used": 409,
    locked: 409,
    closed: 409,
    "too large": 413,
    "other host": 421,
    fault: 500,
    busy: 503,
    database: 503,
  }),
);

/** An answer by RFC 9457 (problem details): what was refused, each with its sentence and place. Nobody keeps a copy of it. */
export function problem(
  refusals: readonly Refusal[],
  status = STATUS.get(refusals[0]?.code ?? "") ?? 422,
): NextResponse {
  const body = {
    type: "about:blank",
    title: refusals[0]?.message ?? "Refused",
    status,
    detail: refusals.map((one) => one.message).join("\n"),
    refusals: refusals.map(({ why: _, ...told }) => told),
  };
  return NextResponse.json(body, {
    status,
    headers: {
      "content-type": "application/problem+json",
      "cache-control": "no-store",
      "x-content-type-options": "nosniff",
    },
  });
}

/**
 * The answer to a fault of the program or of its database. What went wrong stands in the server's own log under a reference, and the answer has the reference
 * and nothing of the cause.
 */
export function faulty(request: Request, error: unknown): NextResponse {
  // Known by its name: Next keeps several copies of a module, each with a class of its own.
  if (error instanceof Error && error.name === "Busy") return problem([(error as Busy).refusal]);
  const reference = randomBytes(6).toString("hex");
  const what = `${request.method} ${pathOf(request)}`;
  console.error(
    JSON.stringify({
      level: "error",
      reference,
      what,
      error: error instanceof Error ? (error.stack ?? error.message) : String(error),
    }),
  );
  const ofDatabase = sayDatabase(error);
  if (ofDatabase) return problem([refuse("database", { said: ofDatabase, reference })]);
  return problem([refuse("fault", { reference })]);
}

function pathOf(request: Request): string {
  return URL.canParse(request.url) ? new URL(request.url).pathname : "?";
}

/** Runs a handler; a fault of it is told as one. */
export async function guarded(request: Request, run: () => Promise<Response>): Promise<Response> {
  try {
    return await run();
  } catch (error) {
    return faulty(request, error);
  }
}
