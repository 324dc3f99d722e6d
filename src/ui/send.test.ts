// A change is sent with an id of its own, and every answer, or none, comes back as a result with sentences.
import { afterEach, describe, expect, it, vi } from "vitest";
import { z } from "zod";
import { newCommand, send } from "./send";

afterEach(() => vi.unstubAllGlobals());
const answering = (answer: () => Promise<Response>) => vi.stubGlobal("fetch", vi.fn(answer));

describe("command ids", () => {
  it("are the UUIDs the server asks for, and never the same", () => {
    const ids = Array.from({ length: 200 }, newCommand);
    expect(ids.every((id) => z.uuid({ version: "v4" }).safeParse(id).success)).toBe(true);
    expect(new Set(ids).size).toBe(200);
  });
});

describe("sending", () => {
  it("gives the value of what was done", async () => {
    answering(async () => Response.json({ id: "po-1" }));
    expect(await send("/x", {})).toEqual({ ok: true, value: { id: "po-1" } });
  });
  it("gives the refusals of problem details", async () => {
    const refusals = [{ code: "locked", message: "It is locked" }];
    answering(async () => Response.json({ title: "It is locked", refusals }, { status: 409 }));
    expect(await send("/x", {})).toEqual({ ok: false, refusals });
  });
  it("says so when the server fails without words or cannot be reached", async () => {
    answering(async () => Response.json({}, { status: 500 }));
    expect(await send("/x", {})).toMatchObject({ ok: false, refusals: [{ code: "failed" }] });
    answering(() => Promise.reject(new TypeError("no network")));
    expect(await send("/x", {})).toMatchObject({ ok: false, refusals: [{ code: "unreachable" }] });
  });
});
