import type { Refusal, Result } from "@/core/refusal";
import { refused } from "@/core/words";

/**
 * Sends a change to the server. What is refused, and a server that cannot be reached, come back as refusals with their sentences.
 */
export async function send<T = unknown>(
  path: string,
  body: unknown,
  method: "POST" | "DELETE" = "POST",
): Promise<Result<T>> {
  return receive<T>(() =>
    fetch(path, { method, headers: { "content-type": "application/json" }, body: JSON.stringify(body) }),
  );
}

export async function upload<T>(path: string, file: File): Promise<Result<T>> {
  return receive<T>(() =>
    fetch(path, { method: "POST", headers: { "content-type": "application/octet-stream" }, body: file }),
  );
}

async function receive<T>(ask: () => Promise<Response>): Promise<Result<T>> {
  try {
    const response = await ask();
    const value = (await response.json()) as T & { refusals?: Refusal[] };
    if (response.ok) return { ok: true, value };
    return value.refusals
      ? { ok: false, refusals: value.refusals }
      : refused("server answered", { status: response.status });
  } catch {
    return refused("server out of reach");
  }
}

/**
 * One id for one intent: sent again after a lost answer, the server does it once. A random UUID (RFC 9562, version 4), made by hand since
 * `crypto.randomUUID` is missing where a phone reaches the server without TLS.
 */
export function newCommand(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}
