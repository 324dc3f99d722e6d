import type { NextResponse } from "next/server";
import type { z } from "zod";
import { refusalsOf, type Result, type Refusal, refusedFor } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { problem } from "./answer";

/** Bodies of most requests; papers and tables may be larger. */
export const MOST_BYTES = 2 * 1024 * 1024;
/** Nobody keeps a connection by sending a byte now and then. */
const SLOWEST_MS = 30_000;

/** Bodies that are being received, together: nobody fills the memory by sending many at once. */
const MOST_HELD = 128 * 1024 * 1024;
const slot = globalThis as typeof globalThis & { bandeiraBodies?: { held: number } };
const bodies = (slot.bandeiraBodies ??= { held: 0 });

export type Body = { ok: true; bytes: Uint8Array } | { ok: false; answer: NextResponse };

/**
 * The body of a request, as long as it is not larger than `most` bytes: what is stated to be larger is not read at all, and what turns out to be larger, or does
 * not come in time, is not read to its end.
 */
export async function bodyOf(request: Request, most = MOST_BYTES): Promise<Body> {
  const tooLarge = () => problem([refuse("body too large", { most }, "body")]);
  if (Number(request.headers.get("content-length") ?? 0) > most) return { ok: false, answer: tooLarge() };
  const reader = request.body?.getReader();
  if (!reader) return { ok: true, bytes: new Uint8Array(0) };
  const parts: Uint8Array[] = [];
  let size = 0;
  const late = deadline(SLOWEST_MS);
  try {
    for (;;) {
      const next = await Promise.race([reader.read(), late.passed]);
      if (next === "late") {
        void reader.cancel();
        return { ok: false, answer: problem([refuse("body too slow")]) };
      }
      if (next.done) break;
      size += next.value.length;
      bodies.held += next.value.length;
      if (size > most || bodies.held > MOST_HELD) {
        void reader.cancel();
        return { ok: false, answer: size > most ? tooLarge() : problem([refuse("too much at once")]) };
      }
      parts.push(next.value);
    }
  } catch {
    return { ok: false, answer: problem([refuse("body broke off")], 400) };
  } finally {
    late.over();
    bodies.held -= size;
  }
  return { ok: true, bytes: Buffer.concat(parts) };
}

function deadline(ms: number): { passed: Promise<"late">; over(): void } {
  let timer: NodeJS.Timeout | undefined;
  const passed = new Promise<"late">((done) => {
    timer = setTimeout(() => done("late"), ms);
  });
  return { passed, over: () => clearTimeout(timer) };
}

type Read<T> = { ok: true; value: T } | { ok: false; answer: NextResponse };

/** A body that is JSON and fits a schema; or the answer that says why not. */
export async function jsonOf<S extends z.ZodType>(
  request: Request,
  schema: S,
  most?: number,
): Promise<Read<z.infer<S>>> {
  const body = await bodyOf(request, most);
  if (!body.ok) return body;
  const plain = plainJson(body.bytes);
  if (!plain.ok) return { ok: false, answer: problem(plain.refusals, 400) };
  const parsed = schema.safeParse(plain.value);
  return parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, answer: problem(refusalsOf(parsed.error), 400) };
}

/**
 * Bytes as JSON that every later part can carry: UTF-8, no half of a surrogate pair (which no canonical JSON has, RFC 8785), no number beyond what is counted,
 * and not nested without end. No JSON at all counts as nothing, which a schema then refuses.
 */
export function plainJson(bytes: Uint8Array): Result<unknown> {
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    return { ok: true, value: undefined };
  }
  const wrong = whatIsWrong(value);
  return wrong ? refusedFor(wrong) : { ok: true, value };
}

const DEEPEST = 60;

function whatIsWrong(value: unknown): Refusal | null {
  const open: { value: unknown; depth: number }[] = [{ value, depth: 0 }];
  for (let at = open.pop(); at; at = open.pop()) {
    const { value: one, depth } = at;
    if (depth > DEEPEST) return refuse("body nested", { most: DEEPEST });
    if (typeof one === "string" && !one.isWellFormed()) return refuse("half a character in a text");
    if (typeof one === "number" && !Number.isFinite(one)) return refuse("number too large");
    if (one === null || typeof one !== "object") continue;
    for (const [key, part] of Object.entries(one)) {
      if (!key.isWellFormed()) return refuse("half a character in a name");
      open.push({ value: part, depth: depth + 1 });
    }
  }
  return null;
}

/** What stands in the query of a request, each name once. */
export function queryOf(request: Request): Result<Record<string, string>> {
  const { searchParams } = new URL(request.url);
  const names = [...searchParams.keys()];
  const twice = names.find((name, index) => names.indexOf(name) !== index);
  if (twice !== undefined) return refused("twice in the address", { name: twice.slice(0, 40) }, "query");
  return { ok: true, value: Object.fromEntries(searchParams) };
}
