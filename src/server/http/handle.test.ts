// What goes in and out at the edge: where a request comes from, what a session cookie is like, and how a refusal is told.
import { beforeEach, describe, expect, it, vi } from "vitest";
import { z } from "zod";
import { refuse } from "@/core/refusal";
import { testApp, type TestApp } from "../../../demo/test-app";
import { startSession } from "../access/sessions";
import type { App } from "../app";
import { answered, change, fromElsewhere, giveSession, originOf, problem, read } from "./handle";

const jar = vi.hoisted(() => ({ set: [] as unknown[][], token: undefined as string | undefined }));
vi.mock("next/headers", () => ({
  cookies: () =>
    Promise.resolve({
      get: () => (jar.token ? { value: jar.token } : undefined),
      set: (...args: unknown[]) => jar.set.push(args),
    }),
}));

const slot = globalThis as typeof globalThis & { bandeira?: App };
let app: TestApp;
beforeEach(() => {
  app = testApp();
  slot.bandeira = app;
  jar.set = [];
  jar.token = undefined;
});

const request = (headers: Record<string, string> = {}, url = "http://bandeira.example/api/x", body?: string) =>
  new Request(url, {
    method: body === undefined ? "GET" : "POST",
    headers: { host: "bandeira.example", ...headers },
    body,
  });

describe("a request from elsewhere", () => {
  it.each<[Record<string, string>, boolean]>([
    [{}, false],
    [{ origin: "http://bandeira.example" }, false],
    [{ origin: "https://bandeira.example" }, false],
    [{ "sec-fetch-site": "same-origin" }, false],
    [{ "sec-fetch-site": "none" }, false],
    [{ "sec-fetch-site": "cross-site" }, true],
    [{ "sec-fetch-site": "same-site" }, true],
    [{ origin: "https://bandeira.example.evil" }, true],
    [{ origin: "http://bandeira.example:8080" }, true],
    [{ origin: "null" }, true],
  ])("%j: %s", (headers, refused) => expect(fromElsewhere(request(headers)) !== null).toBe(refused));
});

describe("a session", () => {
  it("is a cookie that scripts and other sites do not get, and that stays on TLS where the request was", async () => {
    await giveSession(request(), { token: "t", maxAge: 60 });
    await giveSession(request({ "x-forwarded-proto": "https" }), { token: "t", maxAge: 60 });
    await giveSession(request({}, "https://bandeira.example/api/x"), { token: "t", maxAge: 60 });
    expect(jar.set.map(([name, value, options]) => [name, value, options])).toEqual(
      [false, true, true].map((secure) => [
        "bandeira_session",
        "t",
        { httpOnly: true, sameSite: "lax", path: "/", maxAge: 60, secure },
      ]),
    );
  });

  it("comes from the machine that the nearest proxy names", () => {
    expect(originOf(request({ "x-forwarded-for": "6.6.6.6, 10.0.0.7", "user-agent": "Browser" }))).toEqual({
      machine: "10.0.0.7",
      device: "Browser",
    });
    expect(originOf(request())).toEqual({ machine: "direct", device: "unknown" });
    expect(originOf(request({ "user-agent": "x".repeat(500) })).device).toHaveLength(200);
  });
});

describe("an answer", () => {
  it.each([
    ["not signed in", 401],
    ["forbidden", 403],
    ["unknown", 404],
    ["already decided", 409],
    ["too many attempts", 429],
    ["does not fit", 422],
  ])("to a refusal “%s” has status %d and says what, where and what to do", async (code, status) => {
    const response = problem([refuse(code, "Say who takes over", "successor"), refuse("other", "And when")]);
    expect([response.status, response.headers.get("content-type")]).toEqual([status, "application/problem+json"]);
    expect(await response.json()).toEqual({
      type: "about:blank",
      title: "Say who takes over",
      status,
      detail: "Say who takes over\nAnd when",
      refusals: [
        { code, message: "Say who takes over", path: "successor" },
        { code: "other", message: "And when" },
      ],
    });
  });

  it("to somebody without a right is logged with what they tried; another refusal is not", () => {
    const rui = {
      id: "rui-tavares",
      name: "Rui Tavares",
      email: "r@x.example",
      title: "x",
      unit: "engineering",
      manager: null,
      roles: [],
    };
    const refused = () => app.db.prepare("SELECT data FROM event WHERE type = 'refused'").pluck().all();
    answered(request(), rui, { ok: false, refusals: [refuse("unchanged", "Nothing differs")] });
    expect(refused()).toEqual([]);
    answered(request(), rui, { ok: false, refusals: [refuse("forbidden", "Not for you")] });
    expect(refused()).toEqual(['{"message":"Not for you","what":"GET /api/x"}']);
  });
});

describe("a handler", () => {
  const Body = z.strictObject({ word: z.string() });
  const post = (body: string) =>
    change(request({}, undefined, body), Body, (actor, { word }) => ({ ok: true, value: `${actor.name}: ${word}` }));
  it("wants a session, then a body that fits", async () => {
    expect((await post('{"word":"x"}')).status).toBe(401);
    jar.token = startSession(app, "rui-tavares", "password", "x").token;
    expect(await (await post('{"word":"x"}')).json()).toBe("Rui Tavares: x");
    expect((await post("not json")).status).toBe(400);
    expect(await (await post('{"word":"x","more":1}')).json()).toMatchObject({
      refusals: [{ code: "unknown field", path: "more" }],
    });
  });
  it("that gives something to read wants a session too", async () => {
    const get = () => read(request(), (reader) => ({ ok: true, value: reader.name }));
    expect((await get()).status).toBe(401);
    jar.token = startSession(app, "rui-tavares", "password", "x").token;
    expect(await (await get()).json()).toBe("Rui Tavares");
  });
});
