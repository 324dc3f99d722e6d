// What is hidden from somebody is nowhere for them: every page and everything that is read over HTTP, as everybody, is searched for values that are not theirs to see.
import fs from "node:fs";
import path from "node:path";
import type { ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from "vitest";
import { SECRETS, hiddenWorld, mayNotSee, type HiddenWorld } from "../../demo/test-hidden";
import { jar } from "../../demo/cookie-jar";

vi.mock("next/headers", () => import("../../demo/cookie-jar"));
vi.mock("next/navigation", async (original) => ({
  ...(await original<object>()),
  useRouter: () => ({ push: () => {}, refresh: () => {}, replace: () => {} }),
  usePathname: () => "/",
  useSearchParams: () => new URLSearchParams(),
}));

/** What pages give to components that run in the browser, which is sent there whether it is shown or not. */
const sent = vi.hoisted(() => ({ texts: [] as string[], names: new Set<string>() }));
const textOf = vi.hoisted(() => (props: unknown) => {
  // Elements among them are made by the same functions, and are recorded by themselves.
  const seen = new Set<unknown>();
  return JSON.stringify(props, (key, value: unknown) => {
    if (key === "_owner" || key === "type" || (typeof value === "object" && value !== null && seen.has(value)))
      return undefined;
    seen.add(value);
    return value;
  });
});
const recorded = vi.hoisted(() => (module: Record<string, unknown>) => {
  const wrap = (make: unknown) =>
    typeof make !== "function"
      ? make
      : (type: unknown, props: unknown, ...rest: unknown[]) => {
          if (typeof type === "function" && sent.names.has(type.name)) sent.texts.push(textOf(props));
          return (make as (...all: unknown[]) => unknown)(type, props, ...rest);
        };
  return Object.fromEntries(Object.entries(module).map(([name, make]) => [name, wrap(make)]));
});
vi.mock("react/jsx-runtime", async (original) => recorded(await original<Record<string, unknown>>()));
vi.mock("react/jsx-dev-runtime", async (original) => recorded(await original<Record<string, unknown>>()));

const root = import.meta.dirname;
const every = (folder: string, name: RegExp) =>
  (fs.readdirSync(folder, { recursive: true }) as string[]).filter((file) => name.test(file));

let world: HiddenWorld;
beforeAll(() => {
  for (const folder of [root, path.join(root, "../ui")])
    for (const file of every(folder, /\.tsx$/)) {
      const text = fs.readFileSync(path.join(folder, file), "utf8");
      if (text.startsWith('"use client"'))
        for (const [, name] of text.matchAll(/function ([A-Z]\w*)/g)) sent.names.add(name!);
    }
  world = hiddenWorld();
});
afterAll(() => world.end());
beforeEach(() => {
  sent.texts = [];
});

type Page = (props: { params: Promise<object>; searchParams: Promise<object> }) => Promise<ReactNode>;
type Handler = (request: Request, context: { params: Promise<object> }) => Promise<Response>;

/** Everything that a visit to a page sends to a browser; null where it leads elsewhere. */
async function pageOf(file: string, params: object, query: object): Promise<string | null> {
  const { default: page } = (await import(path.join(root, file))) as { default: Page };
  sent.texts = [];
  try {
    const shown = await page({ params: Promise.resolve(params), searchParams: Promise.resolve(query) });
    return [renderToStaticMarkup(shown), ...sent.texts].join("\n");
  } catch (error) {
    if (String((error as { digest?: unknown }).digest).startsWith("NEXT_")) return null;
    throw error;
  }
}

/** What a handler answers to a request for something to read, as text. */
async function answerOf(file: string, params: object, query: string): Promise<string> {
  const { GET } = (await import(path.join(root, file))) as { GET?: Handler };
  if (!GET) return "";
  const abort = new AbortController();
  const request = new Request(`http://localhost:4310/${query}`, {
    headers: { host: "localhost:4310" },
    signal: abort.signal,
  });
  const response = await GET(request, { params: Promise.resolve(params) });
  if (response.headers.get("content-type")?.includes("event-stream")) {
    await response.body?.cancel();
    abort.abort();
    return "";
  }
  return Buffer.from(await response.arrayBuffer()).toString("latin1");
}

/** Which secrets stand in a text. */
const found = (text: string) =>
  Object.entries(SECRETS).flatMap(([name, secret]) => (secret.some((one) => text.includes(one)) ? [name] : []));

describe("what is hidden", () => {
  it("is there, for whoever it is theirs", async () => {
    jar.token = world.tokens.get("nehuen");
    const order = await pageOf("(places)/documents/[id]/page.tsx", { id: world.order }, {});
    expect(found(order!)).toEqual(["document", "line"]);
    jar.token = world.tokens.get("lautaro");
    expect(found((await pageOf("(places)/documents/[id]/page.tsx", { id: world.order }, {}))!)).toEqual([
      "level",
      "line at a level",
    ]);
  });

  const pages = every(root, /page\.tsx$/);
  it.each(pages)("is on no page of %s", async (file) => {
    let looked = 0;
    for (const [person, token] of world.tokens) {
      jar.token = token;
      for (const [params, query] of world.visits(file)) {
        const text = await pageOf(file, params, query);
        if (text === null) continue;
        looked += 1;
        const leaked = found(text).filter((one) => mayNotSee(person, one, file));
        expect([person, params, query, leaked]).toEqual([person, params, query, []]);
      }
    }
    expect(looked).toBeGreaterThan(world.isShown(file) ? 0 : -1);
  });

  const routes = every(path.join(root, "api"), /route\.ts$/);
  it.each(routes)("is in no answer of %s", async (file) => {
    for (const [person, token] of world.tokens) {
      jar.token = token;
      for (const [params, query] of world.requests(file)) {
        const text = await answerOf(`api/${file}`, params, query);
        const leaked = found(text).filter((one) => mayNotSee(person, one) && !world.isOpened(person, file));
        expect([person, params, query, leaked]).toEqual([person, params, query, []]);
      }
    }
  });
});
