// What goes in and out at the edge: where a request comes from, what a session cookie is like, and how a refusal is told.
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { z } from "zod";
import { POST } from "@/app/api/documents/route";
import { testApp, testOrder, type TestApp } from "../../../demo/test-app";
import { startSession } from "../access/sessions";
import type { App } from "../app";
import { newCommandId } from "../log/log";
import { answered, bodyOf, change, fromElsewhere, giveSession, originOf, problem, read } from "./handle";
import { plainJson } from "./body";
import { sayDatabase } from "../db/open";
import { refusal } from "@/core/refusal";
import { refuse } from "@/core/words";

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

beforeEach(() => {
  vi.stubEnv("BANDEIRA_ADDRESS", "http://bandeira.example");
});
afterEach(() => vi.unstubAllEnvs());

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
    // A name that was pointed at this server by somebody else.
    [{ host: "rebound.evil", origin: "http://rebound.evil" }, true],
    [{ host: "localhost:4310", origin: "http://localhost:4310" }, false],
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

  it("comes from the machine that the trusted proxy names, and from none where there is no proxy", () => {
    const forged = request({ "x-forwarded-for": "6.6.6.6, 10.0.0.7", "user-agent": "Browser" });
    expect(originOf(forged)).toEqual({ machine: null, device: "Browser" });
    vi.stubEnv("BANDEIRA_PROXIES", "1");
    expect(originOf(forged).machine).toBe("10.0.0.7");
    vi.stubEnv("BANDEIRA_PROXIES", "2");
    expect(originOf(forged).machine).toBe("6.6.6.6");
    expect(originOf(request())).toEqual({ machine: null, device: "unknown" });
    expect(originOf(request({ "user-agent": "x".repeat(500) })).device).toHaveLength(200);
  });
});

describe("a body", () => {
  /** A body that comes in parts of 64 kB for ever, without a stated length. */
  const endless = () => {
    let sent = 0;
    const stream = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 1;
        controller.enqueue(new Uint8Array(65_536));
      },
    });
    const asked = new Request("http://bandeira.example/api/x", {
      method: "POST",
      body: stream,
      duplex: "half",
    } as never);
    return { asked, sent: () => sent };
  };
  it("is not read beyond its limit, stated or not", async () => {
    const { asked, sent } = endless();
    const body = await bodyOf(asked, 1_000_000);
    expect(body.ok ? 200 : body.answer.status).toBe(413);
    expect(sent()).toBeLessThan(20);
    const stated = await bodyOf(request({ "content-length": "5000000" }, undefined, "{}"), 1_000_000);
    expect(stated.ok ? "" : ((await stated.answer.json()) as { title: string }).title).toBe(
      "The body is larger than 976 kB; nothing was done",
    );
    const small = await bodyOf(request({}, undefined, "{}"), 10);
    expect(small.ok && Buffer.from(small.bytes).toString()).toBe("{}");
  });
  it.each([
    ["half a character", JSON.stringify({ word: "\ud800" })],
    ["a number beyond counting", '{"word":1e999}'],
    ["nesting without end", "[".repeat(100) + "]".repeat(100)],
  ])("with %s is refused", (_name, text) => {
    expect(plainJson(new TextEncoder().encode(text)).ok).toBe(false);
  });
  it("with a name twice in the query is refused", async () => {
    jar.token = startSession(app, "rui-tavares", "password", "x").token;
    const answer = await read(request({}, "http://bandeira.example/api/x?a=1&a=2"), () => ({ ok: true, value: 1 }));
    expect(answer.status).toBe(400);
  });
});

describe("a fault", () => {
  it("gives a reference that stands in the server's log, and nothing of its cause", async () => {
    const said = vi.spyOn(console, "error").mockImplementation(() => {});
    jar.token = startSession(app, "rui-tavares", "password", "x").token;
    const answer = await read(request(), () => {
      throw new Error("secret inside");
    });
    const { refusals } = (await answer.json()) as { refusals: { message: string }[] };
    const reference = /[0-9a-f]{12}/.exec(refusals[0]!.message)?.[0];
    expect([answer.status, refusals[0]!.message.includes("secret")]).toEqual([500, false]);
    expect(said.mock.calls.flat().join()).toContain(reference);
    expect(said.mock.calls.flat().join()).toContain("secret inside");
    said.mockRestore();
  });
  it("of the database says what it is and what to do", () => {
    const fault = (code: string) => sayDatabase(Object.assign(new Error("x"), { code }));
    expect(fault("SQLITE_READONLY_DBMOVED")).toContain("can be read and not written");
    expect(fault("SQLITE_FULL")).toContain("disk is full");
    expect(fault("SQLITE_CORRUPT_VTAB")).toContain("damaged");
    expect(sayDatabase(new Error("other"))).toBeNull();
  });
});

describe("a database that takes nothing more", () => {
  const enter = () =>
    POST(request({}, undefined, JSON.stringify({ command: newCommandId(), document: testOrder(800_000) })));
  const state = () =>
    ["event", "document", "attempt"].map((table) => app.db.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get());
  it.each<[string, () => void, () => void, string]>([
    [
      "since the disk is full",
      () => app.db.pragma(`max_page_count = ${String(app.db.pragma("page_count", { simple: true }))}`),
      () => app.db.pragma("max_page_count = 1000000000"),
      "The disk is full, so nothing can be written: make room on it, and try again",
    ],
    [
      "since it may not be written",
      () => app.db.pragma("query_only = 1"),
      () => app.db.pragma("query_only = 0"),
      "The database can be read and not written: give the server the right to write in its data folder",
    ],
  ])(
    "%s says so, keeps nothing by halves, is still read, and goes on afterwards",
    async (_why, stop, mend, sentence) => {
      vi.spyOn(console, "error").mockImplementation(() => {});
      jar.token = startSession(app, "noor-halvorsrud", "password", "x").token;
      const before = state();
      stop();
      const answers: Response[] = [];
      // What still fits on the last page may be written; then nothing is.
      for (let time = 0; time < 40 && answers.at(-1)?.status !== 503; time += 1) answers.push(await enter());
      const refused = answers.at(-1)!;
      const { title } = (await refused.json()) as { title: string };
      expect([refused.status, title.replace(/ \(reference [0-9a-f]{12}\)$/, "")]).toEqual([503, sentence]);
      app.wall.set("2026-11-23T09:20:00.000Z");
      expect((await read(request(), () => ({ ok: true, value: state() }))).status).toBe(200);
      mend();
      const [events, documents] = state() as number[];
      expect([events! - (before[0] as number), documents! - (before[1] as number)]).toEqual([
        answers.length - 1,
        answers.length - 1,
      ]);
      expect((await enter()).status).toBe(200);
      vi.restoreAllMocks();
    },
  );
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
    const response = problem([refusal(code, "Say who takes over", "successor"), refusal("other", "And when")]);
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
    answered(request(), rui, { ok: false, refusals: [refusal("unchanged", "Nothing differs")] });
    expect(refused()).toEqual([]);
    answered(request(), rui, { ok: false, refusals: [refuse("nobody may")] });
    expect(refused()).toEqual(['{"what":"GET /api/x","why":{"code":"nobody may","values":null}}']);
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
