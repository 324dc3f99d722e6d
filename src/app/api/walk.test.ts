// Every route handler with every role and with none: GRANTS is what each grants, and a handler that is not in it fails the test.
import fs from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import type { Role } from "@/core/people";
import { enterDocument } from "@/server/documents/commands";
import { newCommandId } from "@/server/log/log";
import { sealerOfLog } from "@/server/log/sealed";
import { GRANTS, all, type Case } from "../../../demo/grants";
import { person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { walkApp, type Walk } from "../../../demo/walk";
import { jar } from "../../../demo/cookie-jar";

vi.mock("next/headers", () => import("../../../demo/cookie-jar"));

const root = path.join(import.meta.dirname);
const files = (fs.readdirSync(root, { recursive: true }) as string[]).filter((file) => file.endsWith("route.ts"));
type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;
type Found = { name: string; handler: Handler };

async function handlers(): Promise<Found[]> {
  const found = await Promise.all(
    files.map(async (file) => {
      const exported = (await import(path.join(root, file))) as Record<string, unknown>;
      const methods = Object.keys(exported).filter((key) => ["GET", "POST", "PUT", "PATCH", "DELETE"].includes(key));
      const address = `/${path.dirname(file).replaceAll(path.sep, "/")}`;
      return methods.map((method) => ({ name: `${method} ${address}`, handler: exported[method] as Handler }));
    }),
  );
  return found.flat();
}

let walk: Walk;
let app: TestApp;
let tokens: Walk["tokens"];

beforeAll(() => {
  walk = walkApp();
  ({ app, tokens } = walk);
  value(enterDocument(app, person(app, "noor-halvorsrud"), testOrder(100_000), newCommandId()));
});
afterAll(() => walk.end());

async function call(
  { name, handler }: Found,
  one: Case,
  token: string | undefined,
  headers: Record<string, string> = {},
): Promise<number> {
  jar.token = token;
  const [method, address] = name.split(" ") as [string, string];
  const body = one.body?.();
  const abort = new AbortController();
  const request = new Request(`http://localhost:4310/api${address}${one.query ?? ""}`, {
    method,
    headers: { host: "localhost:4310", "content-type": "application/json", ...headers },
    signal: abort.signal,
    ...(body !== undefined && { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
  const response = await handler(request, { params: Promise.resolve(one.params ?? {}) });
  // Whoever may or may not: nothing here is a fault of the program.
  expect([name, response.status]).not.toEqual([name, 500]);
  await response.body?.cancel();
  abort.abort();
  return response.status;
}

describe("every route handler", () => {
  it("is in the table, and the table has no others", async () => {
    expect((await handlers()).map((one) => one.name).toSorted()).toEqual(Object.keys(GRANTS).toSorted());
  });

  it("grants what the table says, to every role and to nobody", async () => {
    for (const found of await handlers()) {
      for (const one of GRANTS[found.name] ?? []) {
        if (one.granted === "tokens") {
          for (const token of [undefined, tokens.get("administrator")])
            expect([found.name, [401, 403].includes(await call(found, one, token))]).toEqual([found.name, true]);
          continue;
        }
        const without = await call(found, one, undefined);
        expect([found.name, without === 401]).toEqual([found.name, one.granted !== "anybody"]);
        if (one.granted === "anybody") continue;
        const granted: Role[] = [];
        for (const role of all) if (![401, 403].includes(await call(found, one, tokens.get(role)))) granted.push(role);
        expect([found.name, granted]).toEqual([
          found.name,
          one.granted === "all" ? all : all.filter((role) => one.granted.includes(role)),
        ]);
      }
    }
  });

  it("takes no change from another site, whoever is signed in", async () => {
    for (const found of (await handlers()).filter((one) => !one.name.startsWith("GET"))) {
      const [one] = GRANTS[found.name]!;
      if (one!.granted === "tokens") continue;
      expect([
        found.name,
        await call(found, one!, tokens.get("administrator"), { origin: "https://elsewhere.example" }),
      ]).toEqual([found.name, 403]);
    }
  });

  it("leaves every refusal in the log, on the page of whoever was refused", () => {
    const refused = app.db.prepare("SELECT stream FROM event WHERE type = 'refused'").pluck().all() as string[];
    const { open } = sealerOfLog(app.db);
    expect(new Set(refused.map(open))).toEqual(new Set(all.map((role) => `access:only-${role}`)));
    expect(
      app.db.prepare("SELECT COUNT(*) FROM person_event WHERE person = 'only-requester'").pluck().get(),
    ).toBeGreaterThan(10);
  });
});
